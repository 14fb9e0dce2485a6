export { cutLengths, shelfLayout, splitToFit } from './shelf.ts';
