import * as fc from 'fast-check';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { mostTemplateWords, TemplateReader, templateWords } from './template-words';

const text = fc.constantFrom(
  'Length',
  ' over  all ',
  'a < b',
  '3 > 2',
  '&amp; more',
  'Café &eacute;',
  '“m”',
  '\n',
  '7 m',
  '長',
  '=',
  '"',
  "'",
);
const attribute = fc.constantFrom(' class="a > b"', ' title=\'say "so" >\'', ' lang=cy', ' title="Length"', ' title="it’s <b>"', '');
const { html } = fc.letrec<{ html: string; piece: string }>(tie => ({
  html: fc.array(tie('piece'), { maxLength: 4 }).map(pieces => pieces.join('')),
  piece: fc.oneof(
    { maxDepth: 3 },
    text,
    fc
      .tuple(fc.constantFrom('p', 'b', 'span'), attribute, tie('html'))
      .map(([tag, given, inner]) => `<div><${tag}${given}>${inner}</${tag}></div>`),
  ),
}));

const textOf = (node: Tree.ChildNode): string =>
  'value' in node ? node.value : 'childNodes' in node ? node.childNodes.map(textOf).join('') : '';
const textIn = (source: string): string => parseFragment(source).childNodes.map(textOf).join('');

describe('words of a template', () => {
  it('are what the HTML Standard has as text, wherever it is cut', () => {
    // Read by parse5, which follows that standard.
    fc.assert(
      fc.property(html, fc.nat(200), (source, cut) => {
        const reader = new TemplateReader();
        const bits = [source.slice(0, cut), source.slice(cut)];
        // A cut stands where a value does: never within the name of a tag or an entity.
        fc.pre(!/[<&/][^\s>;]*$/.test(bits[0]!));
        const pieces = bits.flatMap(bit => reader.read(bit));
        const said = pieces.map(each => each.words).join('');
        return (
          pieces.map(each => each.html).join('') === source && [...said.replace(/\s/g, '')].every(sign => textIn(source).includes(sign))
        );
      }),
    );
    fc.assert(
      fc.property(html, source => {
        const words = new TemplateReader()
          .read(source)
          .map(each => each.words)
          .filter(Boolean);
        const kept = words.join(' ').replace(/\s+/g, ' ');
        const all = textIn(source).replace(/\s+/g, ' ');
        let from = 0;
        return kept.split(' ').every(word => (from = all.indexOf(word, from)) >= 0);
      }),
    );
  });

  it('are found between the values, in both branches of a condition, once for each text', () => {
    const template = '<dl class="facts"><dt>Length</dt><dd title="Metres">{{length}} m</dd>{{#if rig}} <dt>Her rig</dt>{{rig}}{{else}}No&nbsp;rig{{/if}}</dl>'; // prettier-ignore
    expect(templateWords(template)).toEqual(['Length', 'Her rig', 'No rig']);
  });

  it('leave out signs, single letters, and what is too long to be said', () => {
    expect(templateWords(`<p>{{a}} m × · 12</p><p>長</p><p>${'ab '.repeat(mostTemplateWords / 2)}</p>`)).toEqual(['長']);
    expect(templateWords('<p>{{#if</p>')).toEqual([]);
  });
});
