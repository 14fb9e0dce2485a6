/** What the person got wrong, in one sentence. */
export class Mistake extends Error {}
