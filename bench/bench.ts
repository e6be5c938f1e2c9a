import { benchArrange } from './arrange';
import { benchAssembling } from './assembling';
import { benchFirstLoad } from './first-load';
import { writeRow } from './measure';
import { benchPublicPage } from './public-page';
import { benchResolve } from './resolve';
import { benchStart } from './start';
import { benchWorst } from './worst';

console.log('Ratios of one run on this machine; sizes in each line.\n');
for (const row of benchResolve()) writeRow(row);
for (const row of benchAssembling()) writeRow(row);
for (const row of await benchPublicPage()) writeRow(row);
for (const row of await benchStart()) writeRow(row);
for (const row of benchWorst()) writeRow(row);
for (const row of benchFirstLoad()) writeRow(row);
for (const row of await benchArrange()) writeRow(row);
process.exit(0);
