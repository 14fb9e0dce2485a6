import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { cruise } from 'dependency-cruiser';
import { transformSync } from 'esbuild';
import { forbidden, options } from '../.dependency-cruiser.mjs';
import { root } from './lib.mjs';

process.chdir(root);
// The cruiser's TypeScript parser reads no JSX: the interface is cruised as a copy with its JSX compiled away.
const copy = 'web/dist/structure';
rmSync(copy, { recursive: true, force: true });
copyCompiled('web/src', copy);
try {
  const { output } = await cruise(['core/src', 'server/src', 'ask/src', copy], {
    ...options,
    ruleSet: { forbidden },
    validate: true,
  });
  const { totalCruised, error, violations } = output.summary;
  for (const v of violations) console.error(`${v.rule.name}: ${v.from} -> ${v.to}`);
  // Without its parser the cruiser finds nothing and would pass.
  const foundWeb = output.modules.filter(m => m.source.startsWith(copy)).length;
  if (totalCruised < 90 || foundWeb < 40) {
    console.error(`Only ${totalCruised} modules were read: the structure was not checked.`);
    process.exit(1);
  }
  console.log(`${totalCruised} modules, ${error} against the rules`);
  process.exitCode = error > 0 ? 1 : 0;
} finally {
  rmSync(copy, { recursive: true, force: true });
}

function copyCompiled(from, to) {
  mkdirSync(to, { recursive: true });
  for (const name of readdirSync(from)) {
    const source = path.join(from, name);
    const target = path.join(to, name);
    if (statSync(source).isDirectory()) copyCompiled(source, target);
    else if (name.endsWith('.tsx'))
      writeFileSync(
        target,
        transformSync(readFileSync(source, 'utf8'), { loader: 'tsx', jsx: 'automatic' }).code,
      );
    else writeFileSync(target, readFileSync(source));
  }
}
