/** What the person got wrong, in one sentence. */
export class AskMistake extends Error {}
