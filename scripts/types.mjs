// `npm run types`: checks the types of everything, or of the projects that are named. TypeScript 7 does that in a tenth of
// the time; the 6 beside it is there for the check of arrows, which reads files through its interface.
import { run, TSC } from './setup.mjs';

const PROJECTS = ['core', 'web', 'server', 'cli', 'tsconfig.tests.json'];
const named = process.argv.slice(2);
const failed = (named.length > 0 ? named : PROJECTS).filter(
  (project) => !run(process.execPath, [TSC, '--noEmit', '--singleThreaded', '-p', project]),
);
if (failed.length > 0) console.error(`Types do not hold in ${failed.join(', ')}.`);
process.exitCode = failed.length > 0 ? 1 : 0;
