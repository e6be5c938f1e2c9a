import { governs, workflowFor, type Governable, type Governed } from './governed';

const all: Governed = { kinds: [], sections: [], locales: [] };
const notice: Governable = { kind: 'block', type: 'notice', locale: 'en-GB', isIn: sections => sections.includes('dunes') };

describe('governs', () => {
  const rows: readonly (readonly [what: string, governed: Partial<Governed>, is: boolean])[] = [
    ['anything', {}, true],
    ['its kind', { kinds: [{ kind: 'block', types: [] }] }, true],
    ['another kind', { kinds: [{ kind: 'page', types: [] }] }, false],
    ['its type', { kinds: [{ kind: 'block', types: ['hero', 'notice'] }] }, true],
    ['another type', { kinds: [{ kind: 'block', types: ['hero'] }] }, false],
    ['where it lies', { sections: ['marsh', 'dunes'] }, true],
    ['another section', { sections: ['marsh'] }, false],
    ['another locale', { locales: ['cy'] }, false],
  ];
  for (const [what, governed, is] of rows)
    it(`${what}: ${is ? 'yes' : 'no'}`, () => expect(governs({ ...all, ...governed }, notice)).toBe(is));

  it('asks where something lies only when all else fits', () => {
    const isIn = jasmine.createSpy().and.returnValue(true);
    governs({ kinds: [{ kind: 'page', types: [] }], sections: ['dunes'], locales: [] }, { ...notice, isIn });
    expect(isIn).not.toHaveBeenCalled();
  });
});

describe('workflowFor', () => {
  it('is the first that governs any part, and the last where none does', () => {
    const safety = { name: 'safety', governs: { ...all, kinds: [{ kind: 'block', types: ['notice'] }] } };
    const usual = { name: 'usual', governs: all };
    const page: Governable = { ...notice, kind: 'page', type: 'reserve' };
    expect([[page], [page, notice], []].map(each => workflowFor([safety, usual], each).name)).toEqual(['usual', 'safety', 'usual']);
  });
});
