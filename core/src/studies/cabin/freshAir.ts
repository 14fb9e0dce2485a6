/** Fresh air under which a sleeper's air gets short, l/s a person. Common practice, no source; local rules set the least. */
const LEAST = 4;
/** Less than this down glass and cold faces in two years is nothing, litres. */
const RAN = 0.05;

/** Whether fresh air, l/s, is little for so many people. */
export const airIsShort = (air: number, people: number): boolean => air < LEAST * people;

/** Whether what ran down glass and cold faces, litres, is worth telling. */
export const anyRan = (litres: number): boolean => litres >= RAN;
