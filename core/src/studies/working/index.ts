export {
  bayWorking,
  costWorking,
  dampWorking,
  headroomWorking,
  heatWorking,
  massWorking,
} from './headline.ts';
export type { Step, Working } from './working.ts';
