import type { Field } from '../../fields/index';
import { instantOf, localTimeAt } from '../../schedule/local-time';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'text',
    label: 'Line',
    kind: 'short text',
    help: '{year} stands for the present year: “© {year} Our trust”.',
    required: true,
    most: 300,
    hasOwnWords: true,
  },
  {
    name: 'since',
    label: 'Since',
    kind: 'number',
    help: 'The first year, written before the present one: 2019–2027. 0 writes the present one alone.',
    least: 0,
    most: 9_999,
    initial: 0,
  },
];

/** A line at the foot of pages, with the year. */
export const footLine: BlockType = {
  name: 'foot line',
  label: 'Foot line',
  purpose: 'Partners and outside',
  description: 'A line at the foot of pages, with the year.',
  version: 1,
  fields,
  hasNoTitle: true,
  model: ({ fields: chosen, snapshot, style }) => {
    const year = Number(localTimeAt(snapshot.moment, style.zone).slice(0, 4));
    const since = Number(chosen['since']);
    const years = since > 0 && since < year ? `${since}–${year}` : String(year);
    const line = String(chosen['text']).replace(/\{year\}/g, years);
    return { data: { line }, validUntil: instantOf({ local: `${String(year + 1).padStart(4, '0')}-01-01T00:00`, zone: style.zone }) };
  },
};
