// Known advisories of what is installed, where a registry answers: `npm run advisories`. What only the tests and tools
// use is told apart from what the program ships.
import { spawnSync } from 'node:child_process';
import { ROOT } from './setup.mjs';

function ask(...more) {
  const { stdout } = spawnSync('npm', ['audit', '--json', ...more], {
    cwd: ROOT,
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

const shipped = ask('--omit=dev');
if (!shipped) {
  console.log('No registry answered what is known: nothing was checked.');
  process.exit(0);
}
const all = ask();
const say = ({ counts, found }) =>
  `${counts.total} (${counts.critical} critical, ${counts.high} high)${found.length > 0 ? `: ${found.join(', ')}` : ''}`;
console.log(`Known advisories of what the program ships: ${say(shipped)}`);
if (all) console.log(`With what the tests and tools use: ${say(all)}`);
process.exitCode = shipped.counts.high + shipped.counts.critical === 0 ? 0 : 1;
