import type { PackedLane } from './packing';
import type { Mark, Sight } from './zoom';

/** What a picture of the plan shows, and in which colours. */
export interface Picture {
  readonly heading: string;
  readonly lanes: readonly PackedLane[];
  readonly marks: readonly Mark[];
  readonly sight: Sight;
  /** UTC milliseconds. */
  readonly now: number;
  /** A colour of the house by its name, such as "tide". */
  readonly colour: (name: string) => string;
}

const width = 1400;
const margin = 20;
const rowHeight = 24;
const headHeight = 74;
const laneHead = 20;
/** How wide a letter is on average, in pixels: what does not fit into a bar is cut. */
const letter = 6.1;

const looks: Readonly<Record<string, { readonly fill: string; readonly edge: string; readonly isDashed?: true }>> = {
  live: { fill: '#e3efe5', edge: 'leaf' },
  scheduled: { fill: '#e3eef0', edge: 'tide' },
  expired: { fill: '#ffffff', edge: 'ink-2' },
  proposed: { fill: '#ffffff', edge: 'ochre', isDashed: true },
};

/** The height of the picture, in pixels; its width is always the same. */
export function heightOf({ lanes }: Pick<Picture, 'lanes'>): number {
  return headHeight + lanes.reduce((sum, lane) => sum + laneHead + lane.rows * rowHeight + 6, 0) + margin;
}

/** The plan as a picture that stands by itself: nothing in it is fetched from anywhere. @see SVG 1.1 (second edition) */
export function pictureOf(picture: Picture): string {
  const { heading, lanes, marks, sight, now, colour } = picture;
  const height = heightOf(picture);
  const across = (share: number) => margin + share * (width - 2 * margin);
  const shareOf = (at: number) => (at - sight.from) / (sight.until - sight.from);
  const words = (x: number, y: number, text: string, size = 12, weight = 400, fill = colour('ink')) =>
    `<text x="${rounded(x)}" y="${rounded(y)}" font-size="${size}" font-weight="${weight}" fill="${fill}">${escaped(text)}</text>`;
  const line = (at: number, stroke: string, strokeWidth: number) =>
    `<line x1="${rounded(across(shareOf(at)))}" x2="${rounded(across(shareOf(at)))}" y1="${headHeight}" y2="${height - margin}" stroke="${stroke}" stroke-width="${strokeWidth}"/>`;
  const parts = [
    `<rect width="${width}" height="${height}" fill="#ffffff"/>`,
    words(margin, 26, heading, 18, 600),
    ...marks.map(each => words(across(shareOf(each.at)) + 3, each.isHeavy ? 48 : 66, each.text, 11, each.isHeavy ? 600 : 400)),
    ...marks.filter(each => each.isHeavy).map(each => line(each.at, colour('hair'), 1)),
    ...(now >= sight.from && now < sight.until ? [line(now, colour('ember'), 2)] : []),
  ];
  let top = headHeight;
  for (const lane of lanes) {
    parts.push(words(margin, top + 14, lane.label, 12, 600, colour('tide')));
    top += laneHead;
    for (const { bar, row, left, right } of lane.bars) {
      const { fill, edge, isDashed } = looks[bar.state]!;
      const [x, y, wide] = [across(left), top + row * rowHeight + 1, (right - left) * (width - 2 * margin)];
      const dashed = isDashed ? ' stroke-dasharray="4 3"' : '';
      parts.push(
        `<rect x="${rounded(x)}" y="${y}" width="${rounded(wide)}" height="${rowHeight - 3}" rx="2" fill="${fill}" stroke="${colour(edge)}"${dashed}/>`,
        words(x + 5, y + 15, cut(bar.title, Math.floor((wide - 10) / letter)), 11.5),
      );
    }
    top += lane.rows * rowHeight + 6;
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="Instrument Sans, sans-serif" role="img" aria-label="${escaped(heading)}">${parts.join('')}</svg>`;
}

/** The most pixels of height that a browser paints. */
const tallest = 16_000;

/** The same as a PNG, twice as fine where that can be painted. @throws Error when it is too tall for one */
export async function paintedPicture(svg: string, height: number): Promise<Blob> {
  const scale = height * 2 <= tallest ? 2 : 1;
  if (height > tallest) throw new RangeError($localize`The picture is too tall for a PNG. Look at less at once, or take it as SVG.`);
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width * scale, height * scale];
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(blob => (blob ? resolve(blob) : reject(new Error($localize`The picture could not be painted.`))), 'image/png'),
  );
}

function rounded(pixels: number): string {
  return String(Math.round(pixels * 10) / 10);
}

function cut(text: string, letters: number): string {
  const all = [...text];
  return letters < 2 ? '' : all.length <= letters ? text : `${all.slice(0, letters - 1).join('')}…`;
}

// Of control characters XML allows but these. @see XML 1.0, 2.2
function escaped(text: string): string {
  return text
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replace(/[<>&"]/g, each => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', '"': '&quot;' })[each]!);
}
