export { type HeldVan, heldVan } from './heldVan.ts';
