/** What stands for the instrument of a reading that somebody typed. */
export const TYPED = 'typed';
