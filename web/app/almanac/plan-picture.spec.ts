import type { AlmanacBar } from '@contract/almanac';
import { packLane } from './packing';
import { heightOf, paintedPicture, pictureOf, type Picture } from './plan-picture';

const day = 86_400_000;
const sight = { day: '2027-03-01', from: 0, until: 30 * day };
const bar = (title: string, state: AlmanacBar['state'], from: number, until: number | null) =>
  ({ recordId: title, kind: 'block', title, state, from, until }) as AlmanacBar;
const picture = (bars: readonly AlmanacBar[]): Picture => ({
  heading: 'Almanac, March 2027 & on',
  lanes: [packLane({ key: 'a', label: 'Notice <strip>', steady: 0, bars: [...bars] }, sight)],
  marks: [{ at: 0, text: 'March', isHeavy: true }],
  sight,
  now: 3 * day,
  colour: name => `var-${name}`,
});
const read = (svg: string) => new DOMParser().parseFromString(svg, 'image/svg+xml');

describe('pictureOf', () => {
  it('draws every bar at its time, as well-formed XML whatever the titles hold', () => {
    const title = 'A & B <c> "d" \u0007 \ud83d\udea2';
    const document = read(pictureOf(picture([bar(title, 'live', 0, 15 * day), bar('Later', 'proposed', 20 * day, null)])));
    expect(document.querySelector('parsererror')).toBeNull();
    const texts = [...document.querySelectorAll('text')].map(each => each.textContent);
    expect(texts).toContain('Notice <strip>');
    expect(texts).toContain('A & B <c> "d"  \ud83d\udea2');
    const [, first, second] = [...document.querySelectorAll('rect')].map(each => [each.getAttribute('x'), each.getAttribute('width')]);
    expect([first, second]).toEqual([
      ['20', '680'],
      ['926.7', '453.3'],
    ]);
  });

  it('cuts a title that does not fit, between characters', () => {
    const svg = read(pictureOf(picture([bar('\ud83d\udea2'.repeat(60), 'live', 0, 2 * day)])));
    const cut = [...svg.querySelectorAll('text')].at(-1)!.textContent!;
    expect(cut).toMatch(/^(?:\ud83d\udea2)+…$/u);
  });

  it('is painted as a PNG, and says so when it is too tall', async () => {
    const small = picture([bar('Boat', 'live', 0, 15 * day)]);
    const blob = await paintedPicture(pictureOf({ ...small, colour: () => 'black' }), heightOf(small));
    // The signature of a PNG datastream: W3C PNG, 5.2.
    expect([...new Uint8Array(await blob.arrayBuffer()).slice(0, 8)]).toEqual([137, 80, 78, 71, 13, 10, 26, 10]);
    await expectAsync(paintedPicture('', 20_000)).toBeRejectedWithError(RangeError);
  });
});
