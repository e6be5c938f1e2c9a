import { mediaTypes, sortOfEnding } from '@core/file/media-types';
import { fileTypeFromFile } from 'file-type';
import { open } from 'node:fs/promises';

/** How much of a file is looked at to tell what it is, in bytes. @see WHATWG MIME Sniffing section 5.2 */
const headLength = 1_445;

// Names under which the same is known elsewhere.
const sameAs: Readonly<Record<string, string>> = {
  'audio/x-m4a': 'audio/mp4',
  'video/x-m4v': 'video/mp4',
  'audio/opus': 'audio/ogg',
  'audio/ogg; codecs=opus': 'audio/ogg',
  'application/ogg': 'audio/ogg',
  'audio/vnd.wave': 'audio/wav',
  'audio/x-wav': 'audio/wav',
  'image/apng': 'image/png',
};

/**
 * What a file is, told from its bytes. Its name counts only where bytes of plain text do not tell one kind from another.
 * @returns a media type, which may be one that the library does not take; null when the bytes are of no kind that is known
 */
export async function mediaTypeOf(path: string, ending: string): Promise<string | null> {
  const head = await headOf(path);
  const found = (await fileTypeFromFile(path))?.mime as string | undefined;
  const named = found === undefined ? undefined : (sameAs[found] ?? found);
  if (named !== undefined && named !== 'application/xml') return named;
  if (!isText(head)) return null;
  const text = head
    .toString('utf8')
    .replace(/^\uFEFF/, '')
    .trimStart();
  if (/^(<\?xml[^>]*>|<!--[\s\S]*?-->|\s)*<(!doctype\s+svg|svg[\s>])/i.test(text)) return 'image/svg+xml';
  if (/^WEBVTT(\s|$)/.test(text)) return 'text/vtt';
  if (/^BEGIN:VCALENDAR\s/i.test(text)) return 'text/calendar';
  if (/^<(!doctype\s+html|html|head|body|script|iframe|h1|div|font|table|a|style|title|b|br|p)[\s>]/i.test(text)) return 'text/html';
  if (text.startsWith('<')) return 'application/xml';
  const known = Object.entries(mediaTypes).find(
    ([name, each]) => name.startsWith('text/') && (each.ending === ending || each.alsoEnding?.includes(ending)),
  );
  if (known) return known[0];
  return ending === '' || sortOfEnding(ending) === 'text' ? 'text/plain' : null;
}

async function headOf(path: string): Promise<Buffer> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(headLength), 0, headLength, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

// Bytes that no text has make it binary. @see WHATWG MIME Sniffing section 3 (binary data bytes)
function isText(head: Buffer): boolean {
  const hasBinary = head.some(byte => byte <= 0x08 || byte === 0x0b || (byte >= 0x0e && byte <= 0x1a) || (byte >= 0x1c && byte <= 0x1f));
  if (hasBinary) return false;
  // A character may be cut in two at the end of the head.
  return [0, 1, 2, 3].some(cut => isUtf8(head.subarray(0, Math.max(0, head.length - cut))));
}

function isUtf8(bytes: Buffer): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
}
