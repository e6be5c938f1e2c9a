import { explainAway, type ExplanationNames } from './explain';
import type { AwayReason } from './resolve';

const names: ExplanationNames = {
  page: id => `Page ${id}`,
  layout: () => 'One column',
  membership: () => 'members',
  role: name => name,
  block: id => `Block ${id}`,
  region: () => 'aside',
  placement: id => `Placement ${id}`,
  sharedRule: id => `Rule ${id}`,
  locale: tag => tag,
  field: name => name,
};
const style = { zone: 'Europe/London', locale: 'en-GB', now: Date.parse('2027-03-18T09:40Z') };
const at = (text: string) => Date.parse(text);

describe('explainAway', () => {
  const rows: readonly (readonly [AwayReason, string])[] = [
    [{ step: 'off' }, 'switched off'],
    [{ step: 'where', deciding: [{ test: { test: 'page', page: 'x' }, holds: true }] }, 'not on Page x'],
    [{ step: 'where', deciding: [{ test: { test: 'page', page: 'x' }, holds: false }] }, 'not on this page'],
    [{ step: 'who', deciding: [{ test: { test: 'membership', membership: 'm' }, holds: false }] }, 'only for members'],
    [{ step: 'who', deciding: [{ test: { test: 'signed in' }, holds: true }] }, 'not for signed-in readers'],
    [{ step: 'when', opens: at('2027-09-30T23:00Z'), closed: at('2027-03-01T00:00Z') }, 'ended 28 February, back 1 October'],
    [{ step: 'when', opens: at('2027-04-01T05:00Z'), closed: null }, 'from 1 April, 06:00'],
    [{ step: 'when', opens: null, closed: at('2026-12-31T18:00Z') }, 'ended 31 December 2026, 18:00'],
    [{ step: 'publication', dormancy: { state: 'scheduled', at: at('2027-03-19T06:00Z') } }, 'goes live 19 March, 06:00'],
    [{ step: 'publication', dormancy: { state: 'draft', at: null } }, 'not live yet'],
    [{ step: 'block', dormancy: null }, 'its block is gone'],
    [{ step: 'block', dormancy: { state: 'retired', at: at('2027-03-01T00:00Z') } }, 'its block taken off 1 March'],
    [{ step: 'layout', layout: 'narrow', region: 'aside' }, 'no aside in this layout'],
    [{ step: 'stand-in', by: 'q' }, '“Placement q” stands in'],
  ];
  rows.forEach(([reason, short], index) =>
    it(`says “${short}” and how to change it (${index + 1})`, () => {
      const explanation = explainAway(reason, names, style);
      expect(explanation.short).toBe(short);
      expect(explanation.sentence).toMatch(/\.$/);
      expect(explanation.remedy).not.toBe('');
    }),
  );
});
