import Handlebars from 'handlebars';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import type { Field } from '../fields/index';
import { renditionSource, templateSource, TemplateFault } from './template';
import type { SiteField } from './site-type';

const used = (field: Partial<Field> & { readonly kind: Field['kind']; readonly name: string }): SiteField => ({
  field: { label: field.name, help: '', ...field } as Field,
  called: field.name,
  state: 'used',
});
const fields = [
  used({ name: 'length', kind: 'number' }),
  used({ name: 'rig', kind: 'short text' }),
  used({ name: 'seen at', kind: 'link' }),
  used({ name: 'topics', kind: 'topics' }),
  used({ name: 'crew', kind: 'list', fields: [{ name: 'who', label: 'Who', help: '', kind: 'short text' }] } as never),
];
Handlebars.registerHelper('ownLabel', (label: string) => label);
const shown = (template: string, values: object) => Handlebars.compile(templateSource(template, fields))(values);

const wordsOf = (node: Tree.ChildNode): string =>
  'value' in node ? node.value : 'childNodes' in node ? node.childNodes.map(wordsOf).join('') : '';

describe('template of a site', () => {
  it('shows fields by what they are called', () => {
    const values = {
      title: 'Wake',
      path: '/wake',
      fields: { length: 9, rig: 'cut<b>ter', 'seen at': '/quay', topics: ['sea'], crew: [{ who: 'Ann' }, { who: 'Ben' }] },
    };
    expect(shown('<h3>{{title}}</h3>{{#if rig}}<p title="{{rig}}">{{length}}</p>{{else}}<p>none</p>{{/if}}', values)).toBe(
      '<h3>Wake</h3><p title="cut&lt;b&gt;ter">9</p>',
    );
    expect(shown('<a href="{{path}}">x</a><a href="{{[seen at]}}">y</a>', values)).toBe('<a href="/wake">x</a><a href="/quay">y</a>');
    expect(shown('<ul>{{#each crew}}<li>{{who}}</li>{{/each}}</ul>{{#unless crew}}alone{{/unless}}', values)).toBe(
      '<ul><li>Ann</li><li>Ben</li></ul>',
    );
    expect(shown('{{#each topics}}<b>{{this}}</b>{{/each}}', values)).toBe('<b>sea</b>');
  });

  it('says its words in the language that is read, and only between tags', () => {
    const source = templateSource('<p class="Facts" title="Metres">Her length &amp; more: {{length}} m</p>', fields);
    expect(source).toBe('<p class="Facts" title="Metres">{{ownLabel "Her length & more:"}} {{fields.[length]}} m</p>');
    const welsh = Handlebars.create();
    welsh.registerHelper('ownLabel', () => '<b onclick="x()">Hyd</b>');
    expect(welsh.compile(source)({ fields: { length: 9 } })).toBe('<p class="Facts" title="Metres">&lt;b onclick&#x3D;&quot;x()&quot;&gt;Hyd&lt;/b&gt; 9 m</p>'); // prettier-ignore
  });

  it('takes nothing that runs, dresses, calls out or does not end', () => {
    const hard = [
      '<script>alert(1)</script>',
      '<p onclick="x()">x</p>',
      '<p style="position:fixed">x</p>',
      '<style>*{}</style>',
      '<iframe src="https://x.example"></iframe>',
      '<img src="x">',
      '<svg><script>1</script></svg>',
      '<a href="javascript:alert(1)">x</a>',
      '<a href="{{rig}}">x</a>',
      '<a href="//x.example">x</a>',
      '<a href="java{{rig}}">x</a>',
      '<p title={{rig}}>x</p>',
      '<{{rig}}>x',
      '<p {{rig}}="x">x</p>',
      '<!-- {{rig}} -->',
      '<form action="/x"><input></form>',
      '<meta http-equiv="refresh" content="0">',
      '<base href="https://x.example">',
      '{{{rig}}}',
      '{{&rig}}',
      '{{> page}}',
      '{{> block-frame}}',
      '{{lookup this "constructor"}}',
      '{{constructor}}',
      '{{__proto__}}',
      '{{../title}}',
      '{{@root.title}}',
      '{{#with rig}}x{{/with}}',
      '{{#each rig}}x{{/each}}',
      '{{#each (lookup . "x")}}x{{/each}}',
      '{{rig length}}',
      '{{nothing}}',
      '{{/if}}',
      '{{#if rig}}x',
      '{{#each topics}}{{#each topics}}{{#each topics}}x{{/each}}{{/each}}{{/each}}',
      `${'{{#if rig}}'.repeat(14)}x${'{{/if}}'.repeat(14)}`,
      'x'.repeat(10_001),
    ];
    for (const template of hard)
      expect(() => templateSource(template, fields))
        .withContext(template.slice(0, 60))
        .toThrowError(TemplateFault);
  });

  it('comes from an arrangement too; what is withdrawn or unknown is left out', () => {
    const gone: SiteField = { ...used({ name: 'gone', kind: 'short text' }), state: 'withdrawn' };
    const parts = ['title', 'length', 'gone', 'never'].map(called => ({ called, isLabelled: called === 'length', as: 'text' as const }));
    const source = renditionSource({ way: 'arranged', parts }, [...fields, gone]);
    expect(Handlebars.compile(source)({ title: 'Wake', path: '/wake', fields: { length: 9, gone: 'x' } })).toBe(
      '<h3><a href="/wake">Wake</a></h3>\n<p><span class="label">length</span> 9</p>\n',
    );
    // A label says what it says, whatever characters it has.
    for (const label of ['<b>', 'a "b"', "it's", `"'<i>`, '{{title}}', 'a\\'])
      for (const kind of ['yes or no', 'link', 'short text'] as const) {
        const one = { ...used({ name: 'one', kind }), field: { name: 'one', label, help: '', kind } as Field };
        const html = Handlebars.compile(renditionSource({ way: 'arranged', parts: [{ called: 'one', isLabelled: true, as: 'text' }] }, [one]))({ title: 'T', fields: { one: kind === 'yes or no' ? true : '/x' } }); // prettier-ignore
        expect(parseFragment(html).childNodes.map(wordsOf).join('')).withContext(html).toContain(label.replace(/[{}]/g, ''));
        expect(html).not.toMatch(/<[bi]>/);
      }
    // Of a number nothing is something to say; of words it is not.
    const plain = renditionSource({ way: 'arranged', parts: ['length', 'rig'].map(called => ({ called, isLabelled: false, as: 'text' as const })) }, fields); // prettier-ignore
    expect(Handlebars.compile(plain)({ fields: { length: 0, rig: '' } })).toBe('<p>0</p>\n');
  });
});
