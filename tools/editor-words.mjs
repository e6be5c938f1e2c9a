// Brings the files of the editor's words up to its sources: what is new stands in them without words, what is gone is taken out.
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';

const folder = 'web/words';
execFileSync('npx', ['ng', 'extract-i18n'], { stdio: ['ignore', 'ignore', 'inherit'], env: { ...process.env, NG_CLI_ANALYTICS: 'false' } });
const sources = unitsIn(readFileSync('dist/editor-words.xlf', 'utf8'));
let missing = 0;
for (const file of readdirSync(folder).filter(each => each.endsWith('.xlf'))) {
  const language = path.basename(file, '.xlf');
  const known = unitsIn(readFileSync(path.join(folder, file), 'utf8'));
  const units = [...sources].map(([id, { source }]) => {
    // Words made from another source are not these words.
    const target = known.get(id)?.source === source ? known.get(id).target : null;
    if (target === null) console.log(`${language}: ${source.replace(/\s+/g, ' ')}`);
    missing += target === null ? 1 : 0;
    const said = target === null ? '' : `\n        <target>${target}</target>`;
    return `    <unit id="${id}">\n      <segment>\n        <source>${source}</source>${said}\n      </segment>\n    </unit>\n`;
  });
  const head = `<?xml version="1.0" encoding="UTF-8"?>\n<xliff version="2.0" xmlns="urn:oasis:names:tc:xliff:document:2.0" srcLang="en-GB" trgLang="${language}">\n`;
  writeFileSync(path.join(folder, file), `${head}  <file id="ngi18n" original="ng.template">\n${units.join('')}  </file>\n</xliff>\n`);
}
console.log(
  missing === 0
    ? `${sources.size} words, all said.`
    : `${missing} of ${sources.size} words are to be said; the editor is not built without them.`,
);

/** The units of a file that Angular or this program wrote, by id. */
function unitsIn(text) {
  const units = new Map();
  for (const [, id, inside] of text.matchAll(/<unit id="([^"]+)">([\s\S]*?)<\/unit>/g)) {
    const source = /<source>([\s\S]*?)<\/source>/.exec(inside)[1];
    units.set(id, { source, target: /<target>([\s\S]*?)<\/target>/.exec(inside)?.[1] ?? null });
  }
  return units;
}
