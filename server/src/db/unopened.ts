/** Why a data folder cannot be opened, in one sentence for the person. */
export class Unopened extends Error {}
