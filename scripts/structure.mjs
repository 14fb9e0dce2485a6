import { cruise } from 'dependency-cruiser';
import extractTypes from '../.dependency-cruiser.mjs';
import { root } from './lib.mjs';

process.chdir(root);
const { output } = await cruise(['core/src', 'server/src', 'web/src'], {
  ...extractTypes.options,
  ruleSet: { forbidden: extractTypes.forbidden },
  validate: true,
});
const { totalCruised, error, violations } = output.summary;
for (const v of violations) console.error(`${v.rule.name}: ${v.from} -> ${v.to}`);
// Without a TypeScript parser the cruiser finds nothing and would pass.
if (totalCruised < 50) {
  console.error(`Only ${totalCruised} modules were read: the structure was not checked.`);
  process.exit(1);
}
console.log(`${totalCruised} modules, ${error} against the rules`);
process.exit(error > 0 ? 1 : 0);
