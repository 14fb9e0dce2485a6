export {
  cutLengths,
  type Placed,
  type Rectangle,
  type ShelfLayout,
  shelfLayout,
  splitToFit,
} from './shelf.ts';
