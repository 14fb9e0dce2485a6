export {
  bayWorking,
  costWorking,
  dampWorking,
  fireWorking,
  headroomWorking,
  heatWorking,
  hoursWorking,
  massWorking,
} from './headline.ts';
export { quietWorking } from './quiet.ts';
export type { Working, WorkingStep } from './working.ts';
