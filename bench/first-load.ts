import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Row } from './measure';

/** What a browser fetches of script and style before the editor shows anything, compressed, in kB. */
export function benchFirstLoad(): readonly Row[] {
  const folder = 'dist/web/browser/en-GB';
  const index = readFileSync(path.join(folder, 'index.html'), 'utf8');
  const files = [...new Set([...index.matchAll(/(?:src|href)="([\w.-]+\.js)"/g)].map(match => match[1]!))];
  const size = files.reduce((sum, file) => sum + gzipSync(readFileSync(path.join(folder, file))).length, 0) / 1000;
  return [{ what: `the editor's first load, kB of compressed script in ${files.length} files`, ratio: size, aim: 'at most', bound: 300 }];
}
