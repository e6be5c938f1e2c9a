import fc from 'fast-check';
import { placementOf } from '../testing/small-world';
import { copyOfBlock, copyOfPlacement } from './copy';

describe('copies', () => {
  it('keep everything of a block but its title', () => {
    const block = {
      version: 2,
      type: 'notice',
      typeVersion: 1,
      title: 'Lamps',
      fields: { text: 'x' },
      readers: { test: 'signed in' },
    } as const;
    expect(copyOfBlock(block, 'Lamps, copy')).toEqual({ ...block, title: 'Lamps, copy' });
  });

  it('keep everything of a placement but its anchor and what is asked to differ', () => {
    const part = fc.record({
      look: fc.string(),
      align: fc.constantFrom('start' as const, 'centre' as const, 'end' as const),
      reason: fc.string(),
      off: fc.boolean(),
      anchor: fc.constantFrom('', 'here'),
    });
    fc.assert(
      fc.property(part, part, (of, asked) => {
        const source = placementOf(of, { who: { test: 'signed in' } });
        const differs = { blockId: 'new', target: source.target, order: 'b0' };
        expect(copyOfPlacement(source, differs)).toEqual({ ...source, ...differs, anchor: '' });
        expect(copyOfPlacement(source, { ...differs, ...asked })).toEqual({ ...source, ...differs, ...asked });
      }),
    );
  });
});
