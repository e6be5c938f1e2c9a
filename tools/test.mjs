// Runs every check and closes with one line that counts them: "N passed, N failed".
import { spawn } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/**
 * A check that counts as one, by its exit code; or a runner that counts its own tests. What reads the sources alone goes on
 * beside the tests of core and server, which take one core; so do the editor's, and the build that those end to end wait for.
 */
const checks = [
  { name: 'types', command: ['npx', 'tsc', '-p', '.'], isAside: true },
  { name: 'lint', command: ['npx', 'eslint', '.', '--max-warnings=0'], isAside: true },
  { name: 'format', command: ['npx', 'prettier', '--check', '.', '--log-level=warn'], isAside: true },
  {
    name: 'core and server',
    command: ['node', '--import', 'tsx', 'node_modules/jasmine/bin/jasmine.js', '--config=jasmine.json'],
    count: countJasmine,
  },
  // Looks through the types of the editor and its specs as well; the build looks through its templates.
  { name: 'editor, in the browser', command: ['npx', 'ng', 'test'], count: countKarma, isAside: true },
  { name: 'build', command: ['./almanac', 'build'], isAside: true },
  // Both cores are theirs: they begin when all else is done.
  { name: 'end to end', command: ['npx', 'playwright', 'test'], count: countPlaywright, afterFailure: tellScreens, isLast: true },
];

const wanted = process.argv.slice(2);
let passed = 0;
let failed = 0;
/** What failed and how, said once more at the end, where somebody looks who has only the end. */
const toldAgain = [];
const chosen = checks.filter(check => wanted.length === 0 || wanted.some(word => check.name.includes(word)));
const aside = inTurn(
  chosen.filter(each => each.isAside),
  false,
);
await inTurn(
  chosen.filter(each => !each.isAside && !each.isLast),
  true,
);
await aside;
await inTurn(
  chosen.filter(each => each.isLast),
  true,
);
for (const words of toldAgain) console.log(words);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);

/** Runs checks one after another. @param isLive - whether their words are written as they come, or when each is done */
async function inTurn(list, isLive) {
  for (const check of list) {
    if (isLive) console.log(`\n— ${check.name}`);
    const { code, output } = await run(check.command, isLive);
    if (!isLive) console.log(`\n— ${check.name}\n${output}`);
    const counted = check.count?.(output) ?? { passed: code === 0 ? 1 : 0, failed: code === 0 ? 0 : 1 };
    // A runner that fell over before it counted anything has failed all the same.
    if (code !== 0 && counted.failed === 0) counted.failed = 1;
    if (counted.failed > 0) {
      check.afterFailure?.();
      toldAgain.push(`\n— ${check.name}\n${failuresIn(output)}`);
    }
    passed += counted.passed;
    failed += counted.failed;
    console.log(`  ${check.name}: ${counted.passed} passed, ${counted.failed} failed`);
  }
}

function run([program, ...args], isLive) {
  return new Promise(resolve => {
    const child = spawn(program, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NG_CLI_ANALYTICS: 'false', FORCE_COLOR: '0', npm_config_loglevel: 'error' },
    });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', data => {
        output += data;
        if (isLive) process.stdout.write(data);
      });
    }
    child.on('close', code => resolve({ code, output }));
  });
}

/** The part of what a runner said that tells of failures: what follows a spec that failed, a heading of them, or its last words. */
function failuresIn(output) {
  const lines = output.split('\n');
  const specs = lines.flatMap((line, at) => (/ FAILED\S*$/.test(line) && !/Executed/.test(line) ? lines.slice(at, at + 8) : []));
  const heading = lines.findIndex(line => /^Failures:/.test(line));
  return (specs.length > 0 ? specs : heading >= 0 ? lines.slice(heading) : lines).slice(-120).join('\n');
}

function countJasmine(output) {
  const match = /(\d+) specs?, (\d+) failures?/.exec(output);
  return match ? { passed: Number(match[1]) - Number(match[2]), failed: Number(match[2]) } : undefined;
}

function countKarma(output) {
  const last = [...output.matchAll(/Executed (\d+) of (\d+)(?: \((\d+) FAILED\))?/g)].pop();
  if (!last) return undefined;
  const broken = Number(last[3] ?? 0);
  return { passed: Number(last[1]) - broken, failed: broken };
}

function countPlaywright(output) {
  const number = word => Number(new RegExp(`^\\s*(\\d+) ${word}`, 'm').exec(output)?.[1] ?? 0);
  return { passed: number('passed') + number('flaky'), failed: number('failed') + number('did not run') };
}

/** What stood on the screen where a test failed: on another machine there is nothing else left to look at. */
function tellScreens() {
  const folder = 'test-results';
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder)) {
    const file = path.join(folder, name, 'error-context.md');
    if (!existsSync(file)) continue;
    const screen = readFileSync(file, 'utf8').split('# Test source')[0];
    const lines = screen.split('\n').filter(line => !/^\s*- option /.test(line));
    console.log(`\n${name}\n${lines.slice(0, 200).join('\n')}`);
  }
}
