/** Said under every caution. */
export const CLOSING_LINE = 'Local codes, the maker’s instructions and licensed practice decide.';
