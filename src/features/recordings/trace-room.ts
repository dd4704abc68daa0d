/** The room that a recording is drawn in, px: its two panes, and what stands around them. */
export const HEIGHT = 430;
export const LEFT = 58;
export const RIGHT = 10;
export const LABELS = 30;
export const AXIS = 26;
/** Above the upper pane: what the stretches are called. */
export const LETTERING = 20;
