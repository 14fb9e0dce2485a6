export { BODY_SLACK, bodyClosure, cabVolume } from './body.ts';
export { withCab, withFrames, withFront } from './cab.ts';
export { drainIn } from './furnish.ts';
export { generateShell } from './generate.ts';
export { type Pattern, patterns } from './patterns.ts';
