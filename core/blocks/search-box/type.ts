import type { Field } from '../../fields/index';
import { searchAddressIn } from '../../page/service-pages';
import type { BlockType } from '../block-type';

const fields: readonly Field[] = [
  {
    name: 'label',
    label: 'What it says',
    kind: 'short text',
    help: 'Above the field, such as “Find a walk”. Empty says it in the theme’s own words.',
    most: 80,
    hasOwnWords: true,
  },
];

/** A field for words, which leads to what the site says of them. */
export const searchBox: BlockType = {
  name: 'search box',
  label: 'Search box',
  purpose: 'To find more',
  description: 'A field for words, which leads to the pages that have them.',
  version: 1,
  fields,
  model: ({ snapshot }) => ({ data: { address: searchAddressIn(snapshot) } }),
  template: `<section class="block plain{{#if look}} look-{{look}}{{/if}} align-{{align}}"{{> block-frame}}>
{{#if title}}<h2>{{title}}</h2>
{{/if}}<form role="search" action="{{data.address}}" method="get">
<label for="words-{{placementId}}{{blockId}}">{{#if fields.label}}{{fields.label}}{{else}}{{word "search for"}}{{/if}}</label>
<input id="words-{{placementId}}{{blockId}}" name="q" type="search" maxlength="200"><button type="submit">{{word "search"}}</button>
</form>
</section>
`,
};
