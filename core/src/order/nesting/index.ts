export { cutLengths, shelfLayout } from './shelf.ts';
