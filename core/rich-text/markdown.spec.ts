import fc from 'fast-check';
import { sampleId as id } from '../testing/random-text';
import { plainWords, type RichText } from './document';
import { textFromHtml } from './from-html';
import { writeText } from './html';
import { htmlOfMarkdown, markdownOf } from './markdown';

const paths: Readonly<Record<string, string>> = { [id(1)]: '/join' };
const read = (html: string) => textFromHtml(html, path => Object.keys(paths).find(page => paths[page] === path) ?? null).document;
const markdown = (text: RichText) => markdownOf(text, ({ page, address }) => (page ? `${paths[page]}${address}` : address));
const back = (text: RichText) => read(htmlOfMarkdown(markdown(text)));

describe('texts and Markdown', () => {
  const rows: readonly (readonly [markdown: string, html: string])[] = [
    ['## Tides\n\nHigh **water** at *noon*.', '<h2>Tides</h2><p>High <strong>water</strong> at <em>noon</em>.</p>'],
    ['See [how to join](/join#fees).', '<p>See <a href="/join#fees">how to join</a>.</p>'],
    ['Thirty thousand knot.^[Counted in January, see https://counts.example/2027.]', '<p>Thirty thousand knot.<span data-note="Counted in January, see https://counts.example/2027."></span></p>'], // prettier-ignore
    ['> Mind the tide.\n\n---\n\n```\nx < y\n```', '<blockquote><p>Mind the tide.</p></blockquote><hr><pre><code>x &lt; y</code></pre>'],
    [`<div data-inset="${id(2)}" data-inset-look="card"></div>\n\nAfter it.`, `<div data-inset="${id(2)}" data-inset-look="card"></div><p>After it.</p>`], // prettier-ignore
    [`<figure data-picture="${id(3)}" data-caption="Dawn" data-align="start" data-width="50"></figure>`, `<figure data-picture="${id(3)}" data-caption="Dawn" data-align="start" data-width="50"></figure>`], // prettier-ignore
    ['<span data-style="lead">At **dawn**</span> they come.', '<p><span data-style="lead">At <strong>dawn</strong></span> they come.</p>'],
    ['H<sub>2</sub>O', '<p>H<sub>2</sub>O</p>'],
    [
      '| Month | Knot |\n| --- | --- |\n| May | **a \\| b** |',
      '<table><tr><th>Month</th><th>Knot</th></tr><tr><td>May</td><td><strong>a | b</strong></td></tr></table>',
    ],
    [
      '<table><caption>Counts</caption><tbody><tr><th>May</th><td>7</td></tr></tbody></table>',
      '<table><caption>Counts</caption><tr><th>May</th><td>7</td></tr></table>',
    ],
  ];
  for (const [said, html] of rows)
    it(`say the same: ${said.slice(0, 40)}`, () => {
      const text = read(html);
      expect(markdown(text)).toBe(said);
      expect(back(text)).toEqual(text);
    });

  // Source: CommonMark 0.31.2, examples 62 (headings), 231 (block quotes with laziness), 301 (lists), 466 (nested emphasis), 482 (links); from memory.
  const examples: readonly (readonly [markdown: string, html: string])[] = [
    ['## foo\n### foo', '<h2>foo</h2><h3>foo</h3>'],
    ['> bar\nbaz', '<blockquote><p>bar baz</p></blockquote>'],
    ['- foo\n- bar\n+ baz', '<ul><li>foo</li><li>bar</li></ul><ul><li>baz</li></ul>'],
    ['*foo __bar *baz bim__ bam*', '<p><em>foo <strong>bar *baz bim</strong> bam</em></p>'],
    // Source: GitHub Flavored Markdown 0.29, examples 198 and 204 (tables); from memory.
    ['| foo | bar |\n| --- | --- |\n| baz | bim |', '<table><tr><th>foo<th>bar<tr><td>baz<td>bim</table>'],
    ['| abc | def |\n| --- | --- |\n| bar |\n| bar | baz | boo |', '<table><tr><th>abc<th>def<tr><td>bar<td><tr><td>bar<td>baz</table>'],
    ['[link](/uri "title")', '<p><a href="/uri">link</a></p>'],
  ];
  for (const [given, html] of examples)
    it(`are read as the standard has it: ${JSON.stringify(given)}`, () => expect(read(htmlOfMarkdown(given))).toEqual(read(html)));

  it('take notes that are named as well, several times and over several paragraphs', () => {
    const given = 'One.[^a] Two.[^b]\n\n[^a]: First *words*\n    go on.\n\n    And more.\n[^b]: Second.';
    expect(plainWords(read(htmlOfMarkdown(given)))).toBe('One. [First words go on. And more.] Two. [Second.]');
  });

  it('run nothing, whatever is typed', () =>
    expect(read(htmlOfMarkdown('a<script>alert(1)</script> [x](javascript:alert(1))'))).toEqual(read('<p>a [x](javascript:alert(1))</p>')));

  it('say the same of whatever is written plainly: lines, lists in lists, quotations and notes', () => {
    const word = fc.constantFrom('tide', 'spit & hide', 'a*b_c', '1. knot', '# not a heading', '<b>', '[x]');
    const line = fc
      .tuple(
        word,
        fc.constantFrom('', ' <strong>mind</strong>', ' <em>this</em>', ' <a href="/join">join</a>', '<span data-note="See *it*."></span>'),
      ) // prettier-ignore
      .map(([words, more]) => `${words.replace(/&/g, '&amp;').replace(/<b>/g, '&lt;b&gt;')}${more}`);
    const { block } = fc.letrec<{ block: string }>(tie => ({
      block: fc.oneof(
        { depthSize: 'small', withCrossShrink: true },
        line.map(each => `<p>${each}</p>`),
        line.map(each => `<h3>${each}</h3>`),
        fc.tuple(line, line).map(([a, b]) => `<table><tr><th>${a}<th>b|c</th></tr><tr><td>${b}</td><td></td></tr></table>`),
        fc.tuple(line, tie('block')).map(([first]) => `<ul><li>${first}<ol><li>${first}</li><li>x</li></ol></li><li>y</li></ul>`),
        fc.array(tie('block'), { minLength: 1, maxLength: 2 }).map(some => `<blockquote>${some.join('<p>z</p>')}</blockquote>`),
      ),
    }));
    const text = fc.array(block, { minLength: 1, maxLength: 4 }).map(some => read(some.join('<p>between</p>')));
    fc.assert(
      fc.property(text, each => expect(back(each)).toEqual(each)),
      { numRuns: 200 },
    );
  });
});

describe('footnotes', () => {
  const html = (source: string) => writeText(read(source)).map(piece => (typeof piece === 'string' ? piece : '')).join(''); // prettier-ignore

  it('are numbered where they stand, and lie at the end with a way back', () => {
    const [sign, end] = html('<p>A<span data-note="One"></span> b<span data-note="Two &lt;b&gt;, see https://t.example/x."></span></p>').split('<section'); // prettier-ignore
    expect([...sign!.matchAll(/href="#(end-[\w-]+)" role="doc-noteref">(\d)</g)].map(each => each[2])).toEqual(['1', '2']);
    for (const [, target] of sign!.matchAll(/href="#([\w-]+)"/g)) expect(end).toContain(`<p id="${target}">`);
    for (const [, target] of end!.matchAll(/href="#([\w-]+)"/g)) expect(sign).toContain(`id="${target}"`);
    expect(end).toContain('Two &lt;b&gt;, see <a href="https://t.example/x">https://t.example/x</a>.</p>');
  });

  it('of two texts on one page have names of their own', () => {
    const ids = (source: string) => [...html(source).matchAll(/id="([\w-]+)"/g)].map(each => each[1]);
    const all = [...ids('<p>A<span data-note="One"></span></p>'), ...ids('<p>B<span data-note="One"></span></p>')];
    expect(new Set(all).size).toBe(4);
  });
});
