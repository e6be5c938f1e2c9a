import { Editor } from '@tiptap/core';
import { plainWords, type RichText } from '@core/rich-text/document';
import { faultOfText } from '@core/rich-text/faults';
import { fittedText } from '@core/rich-text/fitted';
import { textFromHtml } from '@core/rich-text/from-html';
import { sourceOfText } from '@core/rich-text/source';
import { textExtensions } from './text-extensions';

// Examples of the elements that a text takes, after WHATWG HTML sections 4.3 to 4.5 (from memory), and what people paste.
const corpus = [
  '<p>The little kitten gently seated herself on a piece of carpet.</p>',
  '<h2>Guide dogs</h2><p>They <em>must</em> be <strong>let in</strong>.</p><h3>Where</h3><p>Everywhere.</p>',
  '<p>I have lived in:</p><ol start="4"><li>United Kingdom</li><li>Switzerland<ul><li>Basel</li></ul></li></ol>',
  '<blockquote><p>What is that?</p><blockquote><p>A tern.</p></blockquote></blockquote>',
  '<pre><code>var i = 1;\n  i &lt; 2;</code></pre><p>and <code>i</code></p>',
  '<p>H<sub>2</sub>O at the 1<sup>st</sup> <s>gate</s></p><hr><p>After.</p>',
  '<p>See <a href="https://tides.example/?a=1&amp;b=2">the <em>tide</em> tables</a>, or <a href="/visit">visit</a>.</p>',
  '<p>One<br>two<br><br>three &amp; four &lt; five &#x1F426; &nbsp;six</p>',
  '<div>loose<p>in a paragraph</div> and <b>bold <i>both</b> italic</i>',
  '<ul><li><p>first</p><p>second</p></li><li><h2>heading</h2></li></ul>',
  '<table><tr><td>a</td><td>b</td></tr></table><p>c</p>',
  '<table><caption>Counts</caption><thead><tr><th>Month<th>Knot</thead><tr><th>May</th><td><p>a</p><p>b</p></td></tr></table>',
  '<table><tr><td colspan="2">a</td></tr><tr><td><table><tr><td>b</table></td><td><ul><li>c</li></ul></td></tr></table>',
  '<p><span data-style="lead">At <strong>dawn</strong></span> they <a href="/visit"><span data-style="button">come</span></a>.</p>',
  '<p>Thirty thousand knot<span data-note="Counted in January."></span> came.</p>',
  '<p>مرحبا <strong>بك</strong></p>',
];

const write = (text: RichText) => sourceOfText(text, ({ address }) => address); // prettier-ignore

describe('running text read from HTML', () => {
  for (const html of corpus)
    it(`says what the browser’s own parser finds in ${html.slice(0, 40)}`, () => {
      const page = document.implementation.createHTMLDocument();
      const { document: text } = textFromHtml(html);
      page.body.innerHTML = html;
      const squeezed = (words: string) => words.replace(/\s+/g, '');
      for (const note of page.body.querySelectorAll('[data-note]')) note.textContent = `[${note.getAttribute('data-note')}]`;
      expect(squeezed(plainWords(text))).toBe(squeezed(page.body.textContent));
      // What is written of it is read by that parser as it was meant, and comes back the same.
      page.body.innerHTML = write(text);
      expect(textFromHtml(page.body.innerHTML).document).toEqual(text);
      expect(faultOfText(text)).toBeNull();
    });

  for (const html of corpus)
    it(`is held by the editor unchanged: ${html.slice(0, 40)}`, () => {
      const { document: text } = textFromHtml(html);
      const editor = new Editor({
        extensions: textExtensions(
          () => ({ now: { title: '', isSeen: true }, changed: () => () => undefined }),
          () => Promise.resolve(null),
        ),
        content: text as object,
      });
      expect(fittedText(editor.getJSON() as RichText)).toEqual(text);
      editor.destroy();
    });
});
