// Part of no program: each of these must be unknown to the core, or its check of types has let a platform in.
// @ts-expect-error
document;
// @ts-expect-error
process;
// @ts-expect-error
Buffer;
// @ts-expect-error
setTimeout;
// @ts-expect-error
import('node:fs');

export {};
