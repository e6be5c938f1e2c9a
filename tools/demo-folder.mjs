// Prints the folder of the demo of this version for a day: one laid out within the week before it, else a new one named by the day.
import { existsSync, readdirSync, readFileSync } from 'node:fs';

const day = process.argv[2] || new Date().toISOString().slice(0, 10);
const root = '.almanac';
const { version } = JSON.parse(readFileSync('package.json', 'utf8'));
const prefix = `demo-${version}-`;
const laidOut = existsSync(root)
  ? readdirSync(root).filter(name => name.startsWith(prefix) && /^\d{4}-\d{2}-\d{2}$/.test(name.slice(prefix.length)))
  : [];
const age = name => (Date.parse(day) - Date.parse(name.slice(prefix.length))) / 86_400_000;
const recent = laidOut
  .filter(name => age(name) >= 0 && age(name) <= 7)
  .sort()
  .pop();
console.log(`${root}/${recent ?? `${prefix}${day}`}`);
