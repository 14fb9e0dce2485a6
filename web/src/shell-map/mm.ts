/** Units of the sheet's drawing in a metre. */
export const MM = 1000;
