import { say } from '@core/tongue/say';
import { readFile } from 'node:fs/promises';
import { inflateSync } from 'node:zlib';
import { SaxesParser } from 'saxes';

/** What an SVG turned out to be: its size, or why it is not taken. */
export type SvgOutcome =
  { readonly kind: 'drawing'; readonly width: number; readonly height: number } | { readonly kind: 'refused'; readonly why: string };

/** What no drawing needs and what could act, load or be formatted as something else. */
const activeElements = new Set(['script', 'foreignobject', 'iframe', 'object', 'embed', 'audio', 'video', 'handler', 'listener']);

/** The size of an SVG in which neither side is said. @see CSS 2.2 section 10.3.2 */
const unsaid = { width: 300, height: 150 };

/**
 * Reads an SVG and refuses whatever in it could run, load something from elsewhere or change when it is shown. It is
 * served inert besides; this keeps it from acting for whoever takes it away.
 */
export async function readSvg(path: string): Promise<SvgOutcome> {
  let size: { width: number; height: number } | null = null;
  let why: string | null = null;
  const refuse = (reason: string) => (why ??= reason);
  const parser = new SaxesParser({ xmlns: false });
  parser.on('error', error => refuse(say`It is not well-formed (${error.message.replace(/^\d+:\d+: /, '')}).`));
  parser.on('doctype', text => /\[/.test(text) && refuse(say`It declares entities.`));
  parser.on('processinginstruction', ({ target }) => target !== 'xml' && refuse(say`It asks for something from elsewhere (${target}).`));
  parser.on('opentag', ({ name, attributes }) => {
    const local = name.split(':').pop()!.toLowerCase();
    size ??= local === 'svg' ? sizeOf(attributes) : (refuse(say`It does not begin as a drawing.`), unsaid);
    if (activeElements.has(local)) refuse(say`It holds a “${name}”, which could act.`);
    for (const [key, value] of Object.entries(attributes)) {
      const fault = faultOfAttribute(key.split(':').pop()!.toLowerCase(), value);
      if (fault) refuse(fault);
    }
  });
  parser.on(
    'text',
    text =>
      /@import|url\(\s*['"]?(?!#|data:image\/(png|jpeg|gif|webp))/i.test(text) && refuse(say`Its styles load something from elsewhere.`),
  );
  try {
    parser.write((await readFile(path, 'utf8')).replace(/^\uFEFF/, '')).close();
  } catch {
    refuse(say`It is not well-formed.`);
  }
  return why === null && size !== null
    ? { kind: 'drawing', ...(size as { width: number; height: number }) }
    : { kind: 'refused', why: why ?? say`It is empty.` };
}

function faultOfAttribute(name: string, value: string): string | null {
  if (/^on[a-z]/.test(name)) return say`It holds “${name}”, which could act.`;
  if (name === 'href' || name === 'src') {
    const isHarmless = /^\s*#/.test(value) || /^\s*data:image\/(png|jpe?g|gif|webp);base64,/i.test(value) || value.trim() === '';
    if (!isHarmless)
      return /^\s*(javascript|data|vbscript):/i.test(value) ? say`A link in it could act.` : say`It loads or leads to something elsewhere.`;
  }
  return /url\(\s*['"]?(?!#)/i.test(value) ? say`It loads something from elsewhere.` : null;
}

function sizeOf(attributes: Readonly<Record<string, string>>): { width: number; height: number } {
  const [, , boxWidth, boxHeight] = (attributes['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const side = (text: string | undefined, box: number | undefined): number | null => {
    const typed = /^\s*(\d+(?:\.\d+)?)\s*(px)?\s*$/.exec(text ?? '')?.[1];
    const found = typed === undefined ? box : Number(typed);
    return found !== undefined && found > 0 && found < 100_000 ? Math.max(1, Math.round(found)) : null;
  };
  return { width: side(attributes['width'], boxWidth) ?? unsaid.width, height: side(attributes['height'], boxHeight) ?? unsaid.height };
}

/** The most bytes that are unpacked of a PDF to look for what acts. */
const mostUnpacked = 64 * 1_000_000;

const actions = /\/(JavaScript|JS|Launch|RichMedia|ImportData)[\s/<([]/;

/**
 * What in a PDF could act when it is opened, or null. Streams are passed over, since pictures and fonts say anything; those
 * that hold objects are looked into.
 * @see ISO 32000-1 sections 7.5.7 (object streams) and 12.6.4 (action types)
 */
export function activePartOfPdf(bytes: Buffer): string | null {
  let unpacked = 0;
  for (let at = 0; at < bytes.length;) {
    const stream = bytes.indexOf('stream', at);
    const plain = bytes.subarray(at, stream < 0 ? undefined : stream).toString('latin1');
    const found = actionIn(plain);
    if (found || stream < 0) return found;
    const from = stream + 6 + (bytes[stream + 6] === 0x0d ? 2 : 1);
    const end = bytes.indexOf('endstream', from);
    at = end < 0 ? bytes.length : end + 9;
    if (!/\/ObjStm\b/.test(plain.slice(plain.lastIndexOf(' obj')))) continue;
    try {
      const text = inflateSync(bytes.subarray(from, end < 0 ? undefined : end), { maxOutputLength: mostUnpacked - unpacked }).toString(
        'latin1',
      );
      unpacked += text.length;
      const hidden = actionIn(text);
      if (hidden) return hidden;
    } catch {
      return say`a part that cannot be looked into`;
    }
  }
  return null;
}

function actionIn(text: string): string | null {
  // A name may be written with figures in place of letters, so that /J#53 is /JS.
  const plain = text.includes('#') ? text.replace(/#([0-9a-fA-F]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16))) : text;
  const [, action] = actions.exec(plain) ?? [];
  return action ? (action === 'JS' ? 'JavaScript' : action) : null;
}
