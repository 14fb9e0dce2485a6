export {
  bayWorking,
  costWorking,
  dampWorking,
  headroomWorking,
  heatWorking,
  massWorking,
} from './headline.ts';
export { quietWorking } from './quiet.ts';
export type { Step, Working } from './working.ts';
