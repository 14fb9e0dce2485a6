/**
 * Random properties draw the same in every run, so that a change is judged by what it changed; DRAWS=n npm run unit draws others.
 * What another draw finds is mended, and its example stays as a test.
 */
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.DRAWS ?? 20261201) });
