import type { Field } from '@core/fields/index';
import type { SiteField } from '@core/site-types/site-type';
import { make, Screen } from '../testing/site';
import { FieldRows } from './field-rows';

const used = (part: object, called = 'rig'): SiteField => ({
  field: { name: called, label: 'Rig', help: '', ...part } as Field,
  called,
  state: 'used',
});
const choice = used({
  kind: 'choice',
  choices: [
    { value: 'c', label: 'Cutter' },
    { value: 'k', label: 'Ketch' },
  ],
});

describe('FieldRows', () => {
  const open = async (fields: readonly SiteField[]) => {
    const fixture = await make(FieldRows, { fields });
    const told: (readonly SiteField[])[] = [];
    (fixture.componentInstance as FieldRows).fieldsChange.subscribe(each => told.push(each));
    const screen = new Screen(fixture);
    const change = (selector: string, value: string, event = 'change') => {
      const control = screen.host.querySelector<HTMLInputElement>(selector)!;
      control.value = value;
      control.dispatchEvent(new Event(event));
      return told.at(-1)!;
    };
    return { screen, told, change };
  };

  it('keep a choice the same where it is only called otherwise, and take new ones in', async () => {
    const { change } = await open([choice]);
    const choices = (text: string) => (change('textarea', text)[0]!.field as { choices?: unknown }).choices;
    expect(choices('Cutter\nKetch rig')).toEqual([
      { value: 'c', label: 'Cutter' },
      { value: 'k', label: 'Ketch rig' },
    ]);
    expect(choices('Ketch\nYawl\n\nCutter')).toEqual([
      { value: 'k', label: 'Ketch' },
      { value: 'yawl', label: 'Yawl' },
      { value: 'c', label: 'Cutter' },
    ]);
  });

  it('name a new field after its label, and leave the name of one that records hold', async () => {
    const { change } = await open([used({ name: '', kind: 'short text', most: 9 }, ''), used({ kind: 'short text', most: 9 }, 'old')]);
    expect(change('[aria-label="Label of field 1"]', 'Home port', 'input')[0]).toEqual(jasmine.objectContaining({ called: 'home port' }));
    expect(change('[aria-label="Label of field 2"]', 'Older', 'input')[1]).toEqual(jasmine.objectContaining({ called: 'old' }));
  });

  it('set bounds, order, and what is needed; a list has fields of its own, and no lists in them', async () => {
    const list = used(
      { kind: 'list', item: 'oar', most: 9, fields: [{ name: 'length', label: 'Length', help: '', kind: 'number', least: 0, most: 9 }] },
      'oars',
    );
    const { screen, told, change } = await open([used({ kind: 'number', least: 0, most: 9 }), list]);
    expect((change('input[type=number]', '3')[0]!.field as { least?: number }).least).toBe(3);
    await screen.click('Move down: Rig');
    expect(told.at(-1)!.map(each => each.called)).toEqual(['oars', 'rig']);
    await screen.click('needed');
    expect(told.at(-1)!.some(each => each.field.required)).toBeTrue();
    const nested = screen.host.querySelector('.nested')!;
    expect([...nested.querySelectorAll('option')].map(each => each.value)).not.toContain('list');
    const label = nested.querySelector<HTMLInputElement>('[aria-label="Label of field 1"]')!;
    label.value = 'Span';
    label.dispatchEvent(new Event('input'));
    expect((told.at(-1)!.find(each => each.called === 'oars')!.field as { fields?: readonly Field[] }).fields![0]!.label).toBe('Span');
  });
});
