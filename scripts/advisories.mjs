// Known advisories of what is installed, where a registry answers: `npm run advisories`. What only the tests and tools
// use is told apart from what the program ships.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './setup.mjs';

function ask(folder, ...more) {
  const { stdout } = spawnSync('npm', ['audit', '--json', '--package-lock-only', ...more], {
    cwd: folder,
    encoding: 'utf8',
    timeout: 60_000,
  });
  try {
    const { metadata, vulnerabilities } = JSON.parse(stdout);
    return metadata
      ? { counts: metadata.vulnerabilities, found: Object.keys(vulnerabilities) }
      : undefined;
  } catch {
    return undefined;
  }
}

const shipped = ask(ROOT, '--omit=dev');
if (!shipped) {
  console.log('No registry answered what is known: nothing was checked.');
  process.exit(0);
}
const say = ({ counts, found }) =>
  `${counts.total} (${counts.critical} critical, ${counts.high} high)${found.length > 0 ? `: ${found.join(', ')}` : ''}`;
console.log(`Known advisories of what the program ships: ${say(shipped)}`);
for (const [who, folder] of [
  ['With what the tests use', ROOT],
  ['What the bench uses', join(ROOT, 'bench')],
  ['What plants faults', join(ROOT, 'mutate')],
]) {
  const found = ask(folder);
  if (found) console.log(`${who}: ${say(found)}`);
}
process.exitCode = shipped.counts.high + shipped.counts.critical === 0 ? 0 : 1;
