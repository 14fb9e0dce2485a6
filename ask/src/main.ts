import { ask } from './ask.ts';

const { out, error, code } = await ask(process.argv.slice(2));
process.stderr.write(error);
process.exitCode = code;
process.stdout.write(out);
