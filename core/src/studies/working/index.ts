export {
  bayWorking,
  costWorking,
  dampWorking,
  headroomWorking,
  heatWorking,
  massWorking,
} from './headline.ts';
export { apply, type Step, type Working } from './working.ts';
