import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** A coast scene: colours from sky to foreground, and what stands in it. */
interface Scene {
  readonly name: string;
  readonly sky: readonly [string, string];
  readonly sun: readonly [x: number, y: number, radius: number, colour: string];
  /** Bands from far to near: colour, height of their crest, roughness. */
  readonly bands: readonly (readonly [colour: string, crest: number, roughness: number])[];
  readonly birds: number;
  readonly reeds?: string;
}

const scenes: readonly Scene[] = [
  {
    name: 'tern-point',
    sky: ['#cfe3e4', '#f4e6cb'],
    sun: [1240, 300, 70, '#fbf1d6'],
    bands: [
      ['#8fb4b8', 430, 8],
      ['#5e939b', 520, 14],
      ['#d8c398', 640, 40],
      ['#b99a68', 760, 30],
    ],
    birds: 9,
  },
  {
    name: 'harrow-marsh',
    sky: ['#bcd3cf', '#e9e2c6'],
    sun: [380, 260, 60, '#fff4d0'],
    bands: [
      ['#86a894', 440, 10],
      ['#6f9484', 540, 18],
      ['#8b8f5a', 650, 26],
      ['#5e6b3f', 770, 34],
    ],
    birds: 5,
    reeds: '#4d5932',
  },
  {
    name: 'quillet-dunes',
    sky: ['#d9e4ea', '#f7e3c8'],
    sun: [1100, 220, 80, '#ffe9bd'],
    bands: [
      ['#9cc0c9', 450, 6],
      ['#e5d2a4', 540, 60],
      ['#d6bb84', 660, 74],
      ['#bf9d63', 780, 60],
    ],
    birds: 4,
    reeds: '#8a8a4a',
  },
  {
    name: 'low-fleet',
    sky: ['#aebfcc', '#e4cdb9'],
    sun: [820, 400, 90, '#f7d7ad'],
    bands: [
      ['#7b94a4', 450, 5],
      ['#9fb0b6', 540, 6],
      ['#7d8f8e', 650, 12],
      ['#56645f', 780, 20],
    ],
    birds: 14,
  },
  {
    name: 'skarn-head',
    sky: ['#9fb6c9', '#dfe3dc'],
    sun: [250, 210, 55, '#f6f1de'],
    bands: [
      ['#6e8fa1', 470, 8],
      ['#50626a', 380, 130],
      ['#3c4a4e', 560, 110],
      ['#2d3a38', 740, 60],
    ],
    birds: 7,
  },
  {
    name: 'gannet-stack',
    sky: ['#b9cfdb', '#eef0e4'],
    sun: [1320, 190, 50, '#fdf7e4'],
    bands: [
      ['#7aa3b5', 520, 8],
      ['#5d6f78', 330, 190],
      ['#4f86a0', 640, 16],
      ['#3a6c86', 770, 20],
    ],
    birds: 22,
  },
  {
    name: 'winter-shore',
    sky: ['#8da3b4', '#d5c9c2'],
    sun: [1180, 420, 64, '#f3cfae'],
    bands: [
      ['#6d8596', 480, 5],
      ['#8797a0', 580, 8],
      ['#5b6a70', 690, 16],
      ['#3f4b50', 800, 20],
    ],
    birds: 30,
  },
  {
    name: 'dune-flowers',
    sky: ['#e0e8e2', '#f8ead2'],
    sun: [300, 180, 60, '#fff3d3'],
    bands: [
      ['#b8d0c9', 420, 8],
      ['#dfcf9f', 520, 50],
      ['#a9b06c', 640, 40],
      ['#7f8f4f', 760, 40],
    ],
    birds: 2,
    reeds: '#64552d',
  },
  {
    name: 'moth-night',
    sky: ['#1f2c45', '#54506c'],
    sun: [1150, 200, 54, '#f2ecd2'],
    bands: [
      ['#37415c', 480, 20],
      ['#2b3550', 590, 40],
      ['#212a40', 690, 40],
      ['#171e30', 790, 40],
    ],
    birds: 0,
    reeds: '#10162a',
  },
  {
    name: 'dawn-count',
    sky: ['#e9b996', '#f6e2c0'],
    sun: [760, 470, 100, '#fff0c9'],
    bands: [
      ['#b79a8e', 500, 6],
      ['#c8a891', 590, 8],
      ['#8b7872', 690, 14],
      ['#5a5155', 790, 18],
    ],
    birds: 26,
  },
];

/** A repeatable sequence of numbers from 0 to 1, so that the pictures come out the same every time. */
function sequence(seed: string): () => number {
  let state = [...seed].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, 7);
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}

function band(colour: string, crest: number, roughness: number, next: () => number): string {
  const points = Array.from({ length: 9 }, (_, index) => [index * 200, Math.round(crest - roughness * (next() - 0.25))] as const);
  const curve = points
    .slice(1)
    .map(([x, y], index) => `S${x - 100} ${Math.round((y + points[index]![1]) / 2)} ${x} ${y}`)
    .join('');
  return `<path fill="${colour}" d="M0 900V${points[0]![1]}${curve}V900z"/>`;
}

function bird(next: () => number): string {
  const [x, y, span] = [Math.round(next() * 1500 + 50), Math.round(next() * 330 + 60), Math.round(next() * 16 + 10)];
  return `<path d="M${x - span} ${y - span / 3}q${span * 0.7} ${-span / 4} ${span} ${span / 3}q${span * 0.3} ${-span * 0.6} ${span} ${-span / 3}" fill="none" stroke="#2c3c44" stroke-width="3" stroke-linecap="round"/>`;
}

function reeds(colour: string, next: () => number): string {
  const stems = Array.from({ length: 70 }, () => {
    const [x, height, lean] = [Math.round(next() * 1600), Math.round(next() * 150 + 60), Math.round(next() * 40 - 14)];
    return `M${x} 900q${lean / 3} ${-height / 2} ${lean} ${-height}`;
  });
  return `<path d="${stems.join('')}" fill="none" stroke="${colour}" stroke-width="4" stroke-linecap="round" opacity=".8"/>`;
}

function draw(scene: Scene): string {
  const next = sequence(scene.name);
  const [x, y, radius, colour] = scene.sun;
  return [
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1600 900" width="1600" height="900">',
    `<defs><linearGradient id="s" x2="0" y2="1"><stop stop-color="${scene.sky[0]}"/><stop offset=".62" stop-color="${scene.sky[1]}"/></linearGradient></defs>`,
    '<rect width="1600" height="900" fill="url(#s)"/>',
    `<circle cx="${x}" cy="${y}" r="${radius}" fill="${colour}"/>`,
    ...scene.bands.map(([tone, crest, roughness]) => band(tone, crest, roughness, next)),
    ...Array.from({ length: scene.birds }, () => bird(next)),
    scene.reeds ? reeds(scene.reeds, next) : '',
    '</svg>',
  ].join('\n');
}

const folder = path.join(process.cwd(), 'demo/files');
mkdirSync(folder, { recursive: true });
for (const scene of scenes) writeFileSync(path.join(folder, `${scene.name}.svg`), draw(scene));
