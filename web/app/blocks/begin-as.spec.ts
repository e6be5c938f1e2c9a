import { declarationOf } from '@core/blocks/block-type';
import { listing } from '@core/blocks/listing/type';
import { quote } from '@core/blocks/quote/type';
import type { FieldValues } from '@core/fields/field';
import { make, Screen } from '../testing/site';
import { BeginAs } from './begin-as';

describe('BeginAs', () => {
  it('begins with ready-made settings, or with none', async () => {
    const fixture = await make(BeginAs, { type: declarationOf(listing) });
    const chosen: FieldValues[] = [];
    (fixture.componentInstance as BeginAs).chosen.subscribe(values => chosen.push(values));
    const screen = new Screen(fixture);
    const select = screen.host.querySelector('select')!;
    for (const label of ['Most read', '']) {
      select.value = label;
      select.dispatchEvent(new Event('change'));
    }
    expect(chosen.map(each => [each['order'], each['depth'], each['source']])).toEqual([
      ['read', 'all', 'beneath'],
      ['by hand', 'next', 'beneath'],
    ]);
  });

  it('is not there where a type has none', async () => {
    expect(new Screen(await make(BeginAs, { type: declarationOf(quote) })).host.querySelector('select')).toBeNull();
  });
});
