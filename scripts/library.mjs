// `npm run library`: makes the core a package of its own in `core/dist`, packs it, unpacks it beside the examples, and
// runs each of them in Node, as anybody would use it. Each name that it gives out has a sentence of what it is.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { ROOT, run, TSC } from './setup.mjs';

const CORE = join(ROOT, 'core');
const DIST = join(CORE, 'dist');
const TRIED = join(ROOT, '.reports', 'library');

rmSync(DIST, { recursive: true, force: true });
if (!run(process.execPath, [TSC, '-p', 'core/tsconfig.library.json'])) process.exit(1);
const { name, version, license, type, sideEffects, dependencies } = JSON.parse(
  readFileSync(join(CORE, 'package.json'), 'utf8'),
);
const description = 'Rhythms in uneven cycles: time, reading, crossing, landing, sound, files.';
const exports = { './*': { types: './*/index.d.ts', default: './*/index.js' } };
writeFileSync(
  join(DIST, 'package.json'),
  JSON.stringify(
    { name, version, description, license, type, sideEffects, exports, dependencies },
    null,
    2,
  ),
);
cpSync(join(ROOT, 'LICENSE'), join(DIST, 'LICENSE'));
cpSync(join(CORE, 'examples'), join(DIST, 'examples'), { recursive: true });
const readme = readFileSync(join(ROOT, 'docs', 'library.md'), 'utf8');
writeFileSync(join(DIST, 'README.md'), readme.replaceAll('../core/examples/', 'examples/'));

rmSync(TRIED, { recursive: true, force: true });
const home = join(TRIED, 'node_modules', name);
mkdirSync(home, { recursive: true });
const packed = spawnSync('npm', ['pack', DIST, '--silent', '--pack-destination', TRIED], {
  encoding: 'utf8',
});
if (packed.status !== 0) {
  console.error(packed.stderr);
  process.exit(1);
}
if (!run('tar', ['xzf', join(TRIED, packed.stdout.trim()), '-C', home, '--strip-components=1']))
  process.exit(1);
cpSync(join(CORE, 'examples'), join(TRIED, 'examples'), { recursive: true });

/** Runs the examples one after another in one Node. @returns {Record<string, string>} what the failing ones said, by room */
function failingOf(rooms) {
  const all = `const failed = {};
    for (const room of ${JSON.stringify(rooms)}) {
      try { await import('./examples/' + room + '.mjs'); }
      catch (error) { failed[room] = String(error.stack ?? error); }
    }
    process.stdout.write('\\n' + JSON.stringify(failed));`;
  writeFileSync(join(TRIED, 'all.mjs'), all);
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(TRIED, 'all.mjs')], {
    encoding: 'utf8',
  });
  if (status !== 0) return Object.fromEntries(rooms.map((room) => [room, stderr]));
  return JSON.parse(stdout.slice(stdout.lastIndexOf('\n')));
}

/** The names that the package gives out without a sentence of what they are. */
function undocumented(rooms) {
  const entries = rooms.map((room) => join(DIST, room, 'index.d.ts'));
  const program = ts.createProgram(entries, { noResolve: false, types: [] });
  const checker = program.getTypeChecker();
  return entries.flatMap((entry) => {
    const module = checker.getSymbolAtLocation(program.getSourceFile(entry));
    return checker
      .getExportsOfModule(module)
      .map((one) => (one.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(one) : one))
      .filter((one) => one.getDocumentationComment(checker).length === 0)
      .map((one) => `${relative(DIST, one.declarations[0].getSourceFile().fileName)}: ${one.name}`);
  });
}

const rooms = readdirSync(join(CORE, 'src'));
const failing = failingOf(rooms);
const wrong = rooms.filter((room) => {
  const isListed = readme.includes(`| \`${room}\` `);
  if (!isListed) console.error(`${room}: it is missing in docs/library.md`);
  if (failing[room]) console.error(`${room}: its example fails:\n${failing[room]}`);
  return !isListed || failing[room];
});
const unsaid = undocumented(rooms);
for (const name of unsaid) console.error(`${name} has no doc comment`);
console.log(
  `${rooms.length - wrong.length} examples passed, ${wrong.length} failed; ${unsaid.length} exports have no doc comment`,
);
process.exit(wrong.length + unsaid.length > 0 ? 1 : 0);
