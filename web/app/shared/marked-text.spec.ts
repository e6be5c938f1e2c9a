import { markedText } from '@core/rich-text/marked-text';
import { textOfParagraphs } from '@core/rich-text/document';
import { make, Screen } from '../testing/site';
import { MarkedText } from './marked-text';

const [before, after] = [
  textOfParagraphs('first words', 'the hide is open', 'far', 'farther', 'away'),
  textOfParagraphs('first words', 'the hide is closed', 'far', 'farther', 'away'),
];

describe('MarkedText', () => {
  const show = async (inputs: object) => new Screen(await make(MarkedText, { blocks: markedText(before, after), ...inputs }));

  it('marks what came and went within its paragraph, and leaves out what is far from any change', async () => {
    const screen = await show({});
    expect([...screen.host.querySelectorAll('.paragraph')].map(each => each.textContent.trim())).toEqual([
      'first words',
      'the hide is openclosed',
      'far',
    ]);
    expect([screen.host.querySelector('del')!.textContent, screen.host.querySelector('ins')!.textContent]).toEqual(['open', 'closed']);
    expect(screen.text).toContain('2 blocks without a change left out.');
  });

  it('sets the old beside the new', async () => {
    const screen = await show({ isSideBySide: true });
    const sides = [...screen.host.querySelectorAll('.side')].map(each => each.textContent.trim());
    expect(sides.slice(2, 4)).toEqual(['the hide is open', 'the hide is closed']);
  });

  it('says how words that stayed are set otherwise', async () => {
    const bold = {
      ...before,
      content: [
        { type: 'paragraph', content: [{ type: 'text', text: 'first words', marks: [{ type: 'bold' }] }] },
        ...before.content.slice(1),
      ],
    };
    const screen = new Screen(await make(MarkedText, { blocks: markedText(before, bold) }));
    expect([screen.host.querySelector('.noted')!.className.includes('bold'), screen.host.querySelector('small')!.textContent]).toEqual([
      true,
      'bold now',
    ]);
  });
});
