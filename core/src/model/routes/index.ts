export { addressOf, type Params, type RouteName, routes } from './routes.ts';
