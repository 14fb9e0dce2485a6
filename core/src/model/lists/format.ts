/** Newest format of a design, and of own materials and prices, which are kept by themselves. */
export const FORMAT = 8 as const;
export const LIBRARY_FORMAT = 6 as const;
