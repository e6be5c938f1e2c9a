import type { LiveEvent } from '@contract/live';
import { PassThrough, type Readable } from 'node:stream';

/** How often a stream that says nothing else says that it is there, in milliseconds; also how often locks are looked through. */
const pulse = 20_000;

/** The most streams that are open at once, and of one person. */
export const streamLimits = { all: 500, ofOnePerson: 12 } as const;

interface Stream {
  readonly personId: string;
  readonly out: PassThrough;
  /** Whether whoever follows may still do so. */
  readonly isWelcome: () => Promise<boolean>;
}

/** Tells all who have the editor open what happens, as it happens. @see HTML Standard, section 9.2, server-sent events */
export class Live {
  readonly #streams = new Set<Stream>();
  #pulse: NodeJS.Timeout | null = null;

  /** @param onPulse - is called now and then while anybody follows */
  constructor(private readonly onPulse: () => void) {}

  /** How many follow. */
  get size(): number {
    return this.#streams.size;
  }

  /** Whether one more may follow. */
  hasRoom(personId: string): boolean {
    const own = [...this.#streams].filter(each => each.personId === personId).length;
    return this.#streams.size < streamLimits.all && own < streamLimits.ofOnePerson;
  }

  /** A stream of what happens from now on. @param first - what it begins with: all that counts at this moment */
  follow(personId: string, isWelcome: () => Promise<boolean>, first: LiveEvent): Readable {
    const stream: Stream = { personId, out: new PassThrough(), isWelcome };
    this.#streams.add(stream);
    stream.out.on('close', () => this.#leave(stream));
    stream.out.write(`retry: 3000\n\n${written(first)}`);
    this.#pulse ??= setInterval(() => void this.beat(), pulse).unref();
    return stream.out;
  }

  /** Tells everybody. */
  tell(event: LiveEvent): void {
    const text = written(event);
    for (const stream of this.#streams) this.#send(stream, text);
  }

  /** Tells one person, wherever they follow. */
  tellOne(personId: string, event: LiveEvent): void {
    const text = written(event);
    for (const stream of this.#streams) if (stream.personId === personId) this.#send(stream, text);
  }

  /** Ends all streams, as the server does. */
  end(): void {
    for (const { out } of this.#streams) out.end();
  }

  /** Lets go of whoever may follow no more, and says to all others that the stream is there. */
  async beat(): Promise<void> {
    this.onPulse();
    for (const stream of [...this.#streams]) {
      // A store that cannot be read for a moment throws nobody out.
      if (await stream.isWelcome().catch(() => true)) this.#send(stream, ':\n\n');
      else stream.out.end();
    }
  }

  // Whoever does not read along is let go; they come back and begin with all that counts then.
  #send({ out }: Stream, text: string): void {
    if (out.writableLength > 100_000) out.destroy();
    else if (!out.writableEnded) out.write(text);
  }

  #leave(stream: Stream): void {
    this.#streams.delete(stream);
    if (this.#streams.size > 0 || this.#pulse === null) return;
    clearInterval(this.#pulse);
    this.#pulse = null;
  }
}

function written(event: LiveEvent): string {
  return `data: ${JSON.stringify(event)}\n\n`;
}
