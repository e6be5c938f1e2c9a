import type { LocalTime } from '../schedule/local-time';
import { say } from '../tongue/say';

/** Turns ids into what people write for them, and back; `read` gives null for what is not known. */
export interface PageWords {
  readonly write: (id: string) => string;
  readonly read: (words: string) => string | null;
}

/** A text that is no rule, and where in it reading stopped. */
export class RuleTextFault extends SyntaxError {
  constructor(
    message: string,
    /** Characters from the beginning. */
    readonly position: number,
  ) {
    super(message);
  }
}

/** Reads words, punctuation and quoted strings, whatever white space lies between. */
export class TextReader {
  #at = 0;

  constructor(private readonly text: string) {
    this.#skip();
  }

  get isAtEnd(): boolean {
    return this.#at >= this.text.length;
  }

  /** Whether these characters come next. */
  sees(token: string): boolean {
    return this.text.startsWith(token, this.#at);
  }

  /** Takes one or more words, or a sign, when they come next. */
  takes(token: string): boolean {
    const at = this.#at;
    for (const word of token.split(' ')) {
      const end = this.#at + word.length;
      const isWhole = !/\w/.test(word) || !/\w/.test(this.text.charAt(end));
      if (!this.sees(word) || !isWhole) {
        this.#at = at;
        return false;
      }
      this.#at = end;
      this.#skip();
    }
    return true;
  }

  expect(token: string): void {
    if (!this.takes(token)) this.fail(say`“${token}” was expected here`);
  }

  string(): string {
    const match = /^"(?:[^"\\]|\\.)*"/.exec(this.text.slice(this.#at));
    if (!match) return this.fail(say`Words in straight quotation marks were expected here`);
    let read: string;
    try {
      read = JSON.parse(match[0]) as string;
    } catch {
      return this.fail(say`These quoted words cannot be read`);
    }
    this.#at += match[0].length;
    this.#skip();
    return read;
  }

  /** The page that quoted words name. */
  page(pages: PageWords): string {
    const words = this.string();
    return pages.read(words) ?? this.fail(say`There is no page at ${words}`);
  }

  fail(message: string): never {
    const rest = this.text.slice(this.#at, this.#at + 24);
    throw new RuleTextFault(`${message}${rest ? say`, before “${rest}”` : say`, at the end`}.`, this.#at);
  }

  #skip(): void {
    while (/\s/.test(this.text.charAt(this.#at))) this.#at += 1;
  }
}

/** Words in straight quotation marks. */
export function quote(text: string): string {
  return JSON.stringify(text);
}

/** A time as exact text; null is open. */
export function timeText(time: LocalTime | null): string {
  if (time === null) return 'open';
  return `${quote(time.local)} in ${quote(time.zone)}${time.choice ? ` the ${time.choice}` : ''}`;
}

/** Reads what {@link timeText} writes. */
export function readTime(reader: TextReader): LocalTime | null {
  if (reader.takes('open')) return null;
  const local = reader.string();
  reader.expect('in');
  const zone = reader.string();
  if (!reader.takes('the')) return { local, zone };
  const choice = (['earlier', 'later'] as const).find(each => reader.takes(each));
  return { local, zone, choice: choice ?? reader.fail(say`“earlier” or “later” was expected here`) };
}
