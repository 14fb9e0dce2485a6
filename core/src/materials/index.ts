export {
  isSize,
  type Library,
  makeLibrary,
  materialOf,
  referenceMaterials,
  sdOf,
  stockFor,
  usualFor,
} from './library.ts';
