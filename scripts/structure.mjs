import { mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { cruise } from 'dependency-cruiser';
import { transformSync } from 'esbuild';
import { forbidden, options, ROOMS, WEB_ROOMS } from '../.dependency-cruiser.mjs';
import { functionsIn } from './functions.mjs';
import { root } from './lib.mjs';

process.chdir(root);
/** Types of members that are in a unit. */
const NUMBERS = /^(readonly )?(\[?number|(Float64|Float32|Int32)Array)/;
/** A function of the application fits a screen. */
const LONGEST = 60;
// The cruiser's TypeScript parser reads no JSX: the interface is cruised as a copy with its JSX compiled away.
const copy = 'web/dist/structure';
rmSync(copy, { recursive: true, force: true });
copyCompiled('web/src', copy);
try {
  const { output } = await cruise(['core/src', 'jobs/src', 'server/src', 'ask/src', copy], {
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
  const unsaid = membersUnsaid('core/src');
  for (const place of unsaid) console.error(`says no unit: ${place}`);
  const rooms = new Set(
    output.modules
      .flatMap(m => /^core\/src\/(.+)\/[^/]+$/.exec(m.source)?.[1] ?? [])
      .filter(r => !/fixtures/.test(r)),
  );
  const unranked = [
    ...[...rooms].filter(room => !ROOMS.includes(room)).map(room => `core/src/${room}`),
    ...readdirSync('web/src', { withFileTypes: true })
      .filter(f => f.isDirectory() && !WEB_ROOMS.includes(f.name))
      .map(f => `web/src/${f.name}`),
  ];
  for (const room of unranked) console.error(`${room} has no rank among the rooms`);
  const long = longAgainst('scripts/longFunctions.json');
  for (const says of long) console.error(says);
  const past = pastFaces();
  for (const says of past) console.error(says);
  const against = error + unsaid.length + unranked.length + long.length + past.length;
  console.log(
    `${totalCruised} modules in ${ROOMS.length} rooms of the core and around it, ${against} against the rules`,
  );
  process.exitCode = against > 0 ? 1 : 0;
} finally {
  rmSync(copy, { recursive: true, force: true });
}

/** Functions longer than one may be, but for those listed with the length they have: the list may only fall. */
function longAgainst(listed) {
  const allowed = JSON.parse(readFileSync(listed, 'utf8'));
  const now = Object.fromEntries(
    ['core/src', 'jobs/src', 'server/src', 'ask/src', 'web/src']
      .flatMap(functionsIn)
      .filter(f => f.lines > LONGEST)
      .map(f => [`${f.file} ${f.name}`, f.lines]),
  );
  return [
    ...Object.entries(now)
      .filter(([at, lines]) => lines > (allowed[at] ?? LONGEST))
      .map(([at, lines]) => `${at}: ${lines} lines, at most ${allowed[at] ?? LONGEST}`),
    ...Object.entries(allowed)
      .filter(([at, lines]) => lines > (now[at] ?? LONGEST))
      .map(([at]) => `${at}: ${now[at] ?? 'no longer long'}: lower it in ${listed}`),
  ];
}

/** Imports that go by a path round the face of a package; the cruiser does not see those of types alone. */
function pastFaces() {
  return ['web/src', 'jobs/src', 'server/src', 'ask/src'].flatMap(folder =>
    readdirSync(folder, { recursive: true })
      .filter(name => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
      .flatMap(name =>
        [
          ...readFileSync(path.join(folder, name), 'utf8').matchAll(
            /from '((?:\.\.\/)+(?:core|jobs)\/src\/.*)'/g,
          ),
        ].map(([, to]) => `${folder}/${name}: ${to} is asked for by its face, @overcoat/…`),
      ),
  );
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

/** Numbers in exported interfaces that say no unit: a name may be enough for anything else. */
function membersUnsaid(folder) {
  return readdirSync(folder, { recursive: true })
    .filter(name => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .flatMap(name => {
      const lines = readFileSync(path.join(folder, name), 'utf8').split('\n');
      let inside = null;
      return lines.flatMap((line, i) => {
        inside = /^export interface (\w+)/.exec(line)?.[1] ?? (line.startsWith('}') ? null : inside);
        const member = inside && /^ {2}(?:readonly )?(\w+)\??: (.+)/.exec(line);
        const said = !member || !NUMBERS.test(member[2]) || lines[i - 1].endsWith('*/');
        return said ? [] : [`${name}: ${inside}.${member[1]}`];
      });
    });
}
