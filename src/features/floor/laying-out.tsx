/** Stands where the board comes. */
export const LayingOut = () => <p className="text-soft">Laying the bench out …</p>;
