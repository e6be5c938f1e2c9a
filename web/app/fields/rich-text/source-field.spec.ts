import { of } from 'rxjs';
import { plainWords, type RichText } from '@core/rich-text/document';
import { make, pageRow, Screen } from '../../testing/site';
import { SourceField } from './source-field';
import { sources } from './sources';

const visit = '0193a000-0000-7000-8000-000000000001';
const read = (html: string) => sources.textFromHtml(html).document;
const toVisit: RichText = {
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: 'See', marks: [{ type: 'link', attrs: { page: visit, address: '#hides' } }] }] }],
}; // prettier-ignore

describe('SourceField', () => {
  let screen: Screen;
  let given: RichText | null;
  const show = async (value: RichText) => {
    const pages = [pageRow('front', null, 0, { path: '/' }), pageRow(visit, 'front', 1, { path: '/visit' })];
    const fixture = await make(SourceField, { label: 'Text', value, sources }, { listPages: () => of(pages) });
    given = null;
    fixture.componentInstance.valueChange.subscribe(text => {
      given = text;
      fixture.componentRef.setInput('value', text);
    });
    screen = new Screen(fixture);
    await screen.settle();
  };
  const source = () => screen.host.querySelector('textarea')!;
  const type = async (text: string) => {
    source().value = text;
    source().dispatchEvent(new Event('input'));
    await screen.settle();
  };

  it('shows where links to pages lead, and names the pages again when it is read', async () => {
    await show(toVisit);
    expect(source().value).toBe('<p><a href="/visit#hides">See</a></p>');
    await type('<p>Do <a href="/visit#hides">see</a></p>');
    expect(given!.content[0]!.content![1]!.marks![0]!.attrs).toEqual({ page: visit, address: '#hides' });
    expect(source().value).toBe('<p>Do <a href="/visit#hides">see</a></p>');
  });

  it('takes Markdown as it is typed, notes included', async () => {
    await show(read('<h2>Tides</h2>'));
    await screen.click('Markdown');
    expect(source().value).toBe('## Tides');
    await type('## Tides\n\nHigh **water**.^[At noon.]');
    expect(plainWords(given!)).toBe('Tides\nHigh water. [At noon.]');
    await screen.click('HTML');
    expect(source().value).toContain('<strong>water</strong>.<span data-note="At noon."></span>');
  });

  it('says what a text cannot say, and what is wrong, and keeps what was typed', async () => {
    await show(read('<p>x</p>'));
    await type('<p>a</p><script>b</script><u>c</u>');
    expect(screen.text).toContain('leaves it out: script, u');
    const long = `<p>${'x'.repeat(300_000)}</p>`;
    await type(long);
    expect(screen.text).toContain('At most 200,000 characters.');
    expect(source().value).toBe(long);
    await type('x'.repeat(2_000_001));
    expect(screen.text).toContain('characters of HTML can be read');
  });

  it('says beforehand that Markdown cannot say all of a text', async () => {
    await show(read('<ol start="4"><li></li></ol><p></p><p>x</p>'));
    await screen.click('Markdown');
    expect(screen.text).toContain('Markdown cannot say all of this text');
    expect(given).toBeNull();
  });
});
