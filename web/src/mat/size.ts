/* Heights of the mat, px. */
export const LENS_H = 204;
export const OVERVIEW_H = 34;
export const PAD = 22;
