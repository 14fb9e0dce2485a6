export {
  bayWorking,
  costWorking,
  dampWorking,
  headroomWorking,
  heatWorking,
  hoursWorking,
  massWorking,
} from './headline.ts';
export { quietWorking } from './quiet.ts';
export type { Step, Working } from './working.ts';
