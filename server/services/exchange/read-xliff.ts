import { canonicalTag } from '@core/locale/locale-tag';
import { say } from '@core/tongue/say';
import { XliffFault, XliffReader, type ReadFile } from '@core/xliff/read';
import { Refusal, refuseInvalid } from '../../errors/refusal';
import type { Site } from '../../site/site';
import { refuseUnfitLocales } from './send-out';
import type { ReturnedWords } from './report';

/** The largest file that is taken, in bytes. */
export const mostXliffBytes = 20_000_000;

/**
 * Reads an XLIFF document while it comes in.
 * @throws Refusal for what is too large, not in UTF-8, or not XLIFF as a whole
 */
export async function readXliff(site: Site, bytes: AsyncIterable<unknown>): Promise<ReturnedWords> {
  const files: ReadFile[] = [];
  let [from, locale] = ['', ''];
  const reader = new XliffReader(
    (source, target) => {
      [from, locale] = [canonicalTag(source) ?? source, canonicalTag(target ?? '') ?? target ?? ''];
      if (locale === '') refuseInvalid([{ pointer: '', detail: say`It does not say into which language it was put (trgLang).` }]);
      refuseUnfitLocales(site, from, locale, { from: '', into: '' });
    },
    file => files.push(file),
  );
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let size = 0;
  try {
    for await (const chunk of bytes) {
      size += (chunk as Uint8Array).length;
      if (size > mostXliffBytes) throw new Refusal('too-large', say`A file may have at most 20 MB. Send out fewer records at once.`);
      reader.write(decoded(decoder, chunk as Uint8Array));
    }
    reader.write(decoded(decoder));
    reader.end();
  } catch (error) {
    if (error instanceof XliffFault) refuseInvalid([{ pointer: '', detail: say`Line ${error.line}: ${error.message}` }]);
    throw error;
  }
  return { from, locale, files };
}

function decoded(decoder: TextDecoder, chunk?: Uint8Array): string {
  try {
    return decoder.decode(chunk, { stream: chunk !== undefined });
  } catch {
    return refuseInvalid([{ pointer: '', detail: say`It is not in UTF-8. Save it in UTF-8.` }]);
  }
}
