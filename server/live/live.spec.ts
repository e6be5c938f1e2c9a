import { createParser } from 'eventsource-parser';
import fc from 'fast-check';
import { Live } from './live';

/** What an independent reader of event streams makes of one, cut into pieces anywhere. */
function read(stream: string, cutAt = stream.length): { readonly data: readonly string[]; readonly retry: number | null } {
  const data: string[] = [];
  let retry: number | null = null;
  const parser = createParser({ onEvent: event => data.push(event.data), onRetry: each => (retry = each) });
  parser.feed(stream.slice(0, cutAt));
  parser.feed(stream.slice(cutAt));
  return { data, retry };
}

describe('the stream of what happens', () => {
  // Published: the examples of the HTML Standard, section 9.2.6, "Interpreting an event stream".
  it('is read by a reader that keeps to the standard', () => {
    expect(read('data: YHOO\ndata: +2\ndata: 10\n\n').data).toEqual(['YHOO\n+2\n10']);
    expect(read(': test stream\n\ndata: first event\nid: 1\n\ndata:second event\nid\n\ndata:  third event\n\n').data).toEqual([
      'first event',
      'second event',
      ' third event',
    ]);
    expect(read('data\n\ndata\ndata\n\ndata:').data).toEqual(['', '\n']);
    expect(read('data:test\n\ndata: test\n\n').data).toEqual(['test', 'test']);
  });

  it('comes to such a reader as it was told, whatever is in it and wherever it is cut', () => {
    const text = fc.oneof(fc.string(), fc.constantFrom('\n', '\r\n\r\n', 'data: x\n\n', ': no', '\u2028', '\uFEFF'));
    fc.assert(
      fc.property(text, text, fc.nat(400), (title, name, cutAt) => {
        const live = new Live(() => undefined);
        const out = live.follow('p', () => Promise.resolve(true), { kind: 'hello', held: [] });
        const told = { kind: 'remark', editionId: `${title}${name}` } as const;
        live.tell(told);
        const stream = String(out.read());
        expect(read(stream, Math.min(cutAt, stream.length))).toEqual({
          data: [{ kind: 'hello', held: [] }, told].map(each => JSON.stringify(each)),
          retry: 3_000,
        });
        live.end();
      }),
      { numRuns: 80 },
    );
  });
});
