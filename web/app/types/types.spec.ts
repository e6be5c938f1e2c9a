import { TestBed } from '@angular/core/testing';
import type { TypesReport, TypesTold } from '@contract/types';
import { FieldsForm } from '../fields/fields-form';
import { fieldControls } from '../fields/index';
import type { SiteField, SiteType, SiteTypes } from '@core/site-types/site-type';
import { of, throwError } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { SessionService } from '../state/session.service';
import { make, Screen } from '../testing/site';
import { calledAfter, freshField, ofKind } from './field-kinds';
import { TypesSetUp } from './types-set-up';

const length: SiteField = {
  field: { name: 'length', label: 'Length', help: '', kind: 'number', least: 0, most: 99 },
  called: 'length',
  state: 'used',
};
const rig: SiteField = { field: { name: 'rig', label: 'Rig', help: '', kind: 'short text', most: 60 }, called: 'rig', state: 'withdrawn' };
const boat: SiteType = { of: 'page', name: 'boat', label: 'Boat', description: '', fields: [length, rig], renditions: {}, isKeptFromNew: false, isKeptFromLists: false, steps: [] }; // prettier-ignore
const told: TypesTold = { types: { shared: [], types: [boat] }, counts: { 'page boat': 3 }, isUndoable: true, tag: '"a"' };
const report: TypesReport = {
  recordCount: 1,
  effects: [{ type: 'page boat', label: 'Boat', words: '“Length” becomes short text.', isLoss: true, count: 21, records: [{ id: 'r', title: 'Wake', before: '9', after: 'begins anew' }] }], // prettier-ignore
};

describe('TypesSetUp', () => {
  const asked: SiteTypes[] = [];
  beforeEach(() => localStorage.clear());
  const open = async (answers: object = {}) => {
    asked.length = 0;
    const all = {
      readTypes: () => of(told),
      checkTypes: (wanted: never) => (asked.push(wanted), of(report)),
      saveTypes: (wish: { types: SiteTypes }) => (asked.push(wish.types), of({ ...told, types: wish.types, tag: '"b"' })),
      showRendition: () => of({ html: '<p>Wake</p>', title: 'Wake' }),
      ...answers,
    };
    const screen = new Screen(await make(TypesSetUp, {}, all as never));
    (TestBed.inject(SessionService) as unknown as { readAnew: () => unknown }).readAnew = () => of({});
    await screen.settle();
    await screen.click('Boat');
    return screen;
  };
  const rested = async (screen: Screen) => screen.until(() => !screen.text.includes('Being worked out…'));
  const choose = async (screen: Screen, name: string, value: string) => {
    const field = screen.host.querySelector<HTMLSelectElement>(`select[aria-label="${name}"]`)!;
    field.value = value;
    field.dispatchEvent(new Event('change'));
    await screen.settle();
  };

  it('tells what a change does to every record before it can be set', async () => {
    const screen = await open();
    expect(screen.host.textContent).not.toContain('What this does');
    await choose(screen, 'Kind of field 1', 'short text');
    const set = () => [...screen.host.querySelectorAll('button')].find(each => each.textContent.includes('Set these types'))!;
    expect(set().disabled).toBeTrue();
    await rested(screen);
    expect(screen.host.textContent).toContain('“Length” becomes short text.');
    expect(screen.host.textContent).toContain('look at this');
    expect(screen.host.textContent).toContain('and 20 more');
    expect(set().disabled).toBeFalse();
    await screen.click('Set these types');
    expect((asked.at(-1)!.types[0]!.fields[0] as SiteField).field.kind).toBe('short text');
    expect(screen.host.textContent).not.toContain('What this does');
  });

  it('keeps what was changed and not set for when somebody comes back, and says when others were faster', async () => {
    const first = await open();
    await choose(first, 'Kind of field 1', 'short text');
    TestBed.resetTestingModule();
    const again = await open();
    expect(again.host.querySelector<HTMLSelectElement>('select[aria-label="Kind of field 1"]')!.value).toBe('short text');
    expect(again.text).toContain('it is as you left it');
    expect(again.text).not.toContain('Somebody has set other types since.');
    TestBed.resetTestingModule();
    const overtaken = await open({ readTypes: () => of({ ...told, tag: '"b"' }) });
    expect(overtaken.text).toContain('Somebody has set other types since.');
    await overtaken.click('Leave them as they were');
    TestBed.resetTestingModule();
    expect((await open()).text).not.toContain('What this does');
  });

  it('says what cannot be, and keeps what was typed', async () => {
    const problem = new ApiProblem({ type: 't', status: 422, code: 'invalid', title: 'x', detail: 'x', errors: [{ pointer: '/types/0/name', detail: 'There is a type of this name.' }] } as never); // prettier-ignore
    const screen = await open({ checkTypes: () => throwError(() => problem) });
    await screen.click('Add a field');
    await screen.until(() => !!screen.host.querySelector('[role=alert]'));
    expect(screen.host.querySelector('[role=alert]')!.textContent).toContain('There is a type of this name.');
    expect(screen.host.querySelectorAll('fieldset').length).toBe(2);
    await screen.click('Leave them as they were');
    expect(screen.host.querySelectorAll('fieldset').length).toBe(1);
  });

  it('brings back what was withdrawn, makes a type of its own, and reads one from a file', async () => {
    const screen = await open();
    expect(screen.host.textContent).toContain('“Rig” is withdrawn; what records hold in it is kept.');
    await screen.click('Bring back Rig');
    await rested(screen);
    expect((asked.at(-1)!.types[0]!.fields as SiteField[]).map(each => each.state)).toEqual(['used', 'used']);
    await screen.click('Make a type');
    const label = screen.host.querySelector<HTMLInputElement>('almanac-type-form input')!;
    label.value = 'Tide gauge';
    label.dispatchEvent(new Event('input'));
    await rested(screen);
    expect(asked.at(-1)!.types[1]!.name).toBe('tide gauge');
    const input = screen.host.querySelector<HTMLInputElement>('input[type=file]')!;
    const files = new DataTransfer();
    files.items.add(new File([JSON.stringify({ shared: [], types: [{ ...boat, name: 'raft', label: 'Raft' }] })], 'raft.json'));
    input.files = files.files;
    input.dispatchEvent(new Event('change'));
    await screen.until(() => asked.at(-1)!.types.length > 2);
    expect(asked.at(-1)!.types.map(each => each.name)).toEqual(['boat', 'tide gauge', 'raft']);
  });

  it('shows a record by what is being set', async () => {
    const screen = await open();
    await choose(screen, 'As a card', 'arranged');
    await screen.until(() => !!screen.host.querySelector('iframe'));
    const frame = screen.host.querySelector('iframe')!;
    expect(frame.getAttribute('srcdoc')).toContain('<p>Wake</p>');
    expect(frame.getAttribute('sandbox')).not.toContain('allow-scripts');
    await choose(screen, 'Add a field to it', 'length');
    await choose(screen, 'Length as', 'quiet');
    await rested(screen);
    const { card } = asked.at(-1)!.types[0]!.renditions;
    expect(card!.way === 'arranged' && card!.parts.find(part => part.called === 'length')!.as).toBe('quiet');
  });
});

describe('kinds of field', () => {
  it('keep what all kinds have where one turns to another, and name a field after its label', () => {
    const before = { ...freshField('x', 'X').field, required: true, help: 'H' };
    expect(ofKind(before, 'number')).toEqual({
      name: 'x',
      label: 'X',
      help: 'H',
      required: true,
      kind: 'number',
      least: 0,
      most: 1_000_000,
      initial: 0,
    } as never);
    expect(['Länge (in m)', '2 Masts!', 'Où ?', ''].map(calledAfter)).toEqual(['länge in m', 'masts', 'où', '']);
  });
});

describe('a form', () => {
  it('asks no more for what is withdrawn', async () => {
    TestBed.configureTestingModule({ providers: [fieldControls] });
    const fields = [{ ...rig.field, isWithdrawn: true }, length.field];
    const screen = new Screen(await make(FieldsForm, { fields, values: { rig: 'cutter', length: 9 } }));
    expect([...screen.host.querySelectorAll('label')].map(each => each.textContent.trim())).toEqual(['Length']);
  });
});
