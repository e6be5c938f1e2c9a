import { lookup as lookUp, type LookupAddress } from 'node:dns';
import { request as plainRequest, type IncomingMessage } from 'node:http';
import { request as secureRequest } from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import { isPublicAddress } from './public-address';

/** Why something elsewhere could not be had. */
export type OutsideFaultReason =
  | 'not an address'
  | 'not reachable from here'
  | 'no answer'
  | 'too slow'
  | 'too large'
  | 'too many redirects'
  | 'refused'
  | 'busy'
  | 'no feed';

/** Something elsewhere that could not be had. */
export class OutsideFault extends Error {
  override readonly name = 'OutsideFault';

  constructor(
    readonly reason: OutsideFaultReason,
    /** The HTTP status, where that is the reason. */
    readonly status: number | null = null,
  ) {
    super(status === null ? reason : `${reason}: ${status}`);
  }
}

/** What is asked of an address elsewhere. */
export interface OutsideWish {
  /** Media types, as RFC 9110 section 12.5.1 has them. */
  readonly accept: string;
  readonly mostBytes: number;
}

/** The longest that an answer may take with all its redirects, in milliseconds. */
const mostTime = 8_000;

const mostRedirects = 4;

/** The most that are asked for at a time; the next one waits. */
const mostAtOnce = 4;

/** The most that wait. */
const mostWaiting = 40;

/** Ports below 1024 belong to services that speak something else, but for these. */
const portsOfTheWeb: ReadonlySet<number> = new Set([80, 443]);

/**
 * Fetches what stands elsewhere, for the server itself. It goes to public addresses only, looked at after the name has been
 * resolved and again at each redirect, sends neither names nor cookies, and bounds bytes and time. Names that end in
 * .example (RFC 2606) are answered by the stand-in that ships with the program, where it runs.
 */
export class Outside {
  #underWay = 0;
  readonly #waiting: (() => void)[] = [];

  /** @param standInPort - of this machine, where the stand-in listens; null where none does */
  constructor(public standInPort: number | null = null) {}

  /** The bytes at an address. @throws OutsideFault when they cannot be had */
  async fetch(address: string, wish: OutsideWish): Promise<Buffer> {
    if (this.#waiting.length >= mostWaiting) throw new OutsideFault('busy');
    if (this.#underWay >= mostAtOnce) await new Promise<void>(resolve => this.#waiting.push(resolve));
    this.#underWay++;
    const signal = AbortSignal.timeout(mostTime);
    try {
      let at = address;
      for (let redirects = 0; redirects <= mostRedirects; redirects++) {
        const answer = await this.#ask(addressOf(at), wish, signal);
        if (!('location' in answer)) return answer.body;
        at = new URL(answer.location, at).href;
      }
      throw new OutsideFault('too many redirects');
    } catch (error) {
      if (error instanceof OutsideFault) throw error;
      throw new OutsideFault(signal.aborted ? 'too slow' : 'no answer');
    } finally {
      this.#underWay--;
      this.#waiting.shift()?.();
    }
  }

  #ask(url: URL, wish: OutsideWish, signal: AbortSignal): Promise<{ readonly body: Buffer } | { readonly location: string }> {
    const isStandIn = this.standInPort !== null && url.hostname.endsWith('.example');
    const host = url.hostname.replace(/^\[|\]$/g, '');
    if (!isStandIn && isIP(host) !== 0 && !isPublicAddress(host)) throw new OutsideFault('not reachable from here');
    const place = isStandIn ? { hostname: '127.0.0.1', port: this.standInPort! } : { hostname: host, port: url.port, lookup: publicLookup };
    const request = url.protocol === 'https:' && !isStandIn ? secureRequest : plainRequest;
    return new Promise((resolve, reject) => {
      const asked = request(
        {
          ...place,
          path: `${url.pathname}${url.search}`,
          // Without packing, so that what comes is as long as it is.
          headers: { host: url.host, accept: wish.accept, 'accept-encoding': 'identity', 'user-agent': 'Lucid-Almanac' },
          agent: false,
          signal,
          maxHeaderSize: 16_384,
        },
        response => answerOf(response, wish.mostBytes).then(resolve, reject),
      );
      asked.on('error', reject);
      asked.end();
    });
  }
}

function addressOf(text: string): URL {
  const url = URL.canParse(text) ? new URL(text) : null;
  const isOfTheWeb = url !== null && ['http:', 'https:'].includes(url.protocol) && url.username === '' && url.password === '';
  if (!isOfTheWeb) throw new OutsideFault('not an address');
  const port = Number(url.port || 0);
  if (port > 0 && port < 1_024 && !portsOfTheWeb.has(port)) throw new OutsideFault('not reachable from here');
  return url;
}

async function answerOf(response: IncomingMessage, mostBytes: number): Promise<{ readonly body: Buffer } | { readonly location: string }> {
  const { statusCode = 0, headers } = response;
  const isRedirect = [301, 302, 303, 307, 308].includes(statusCode) && headers.location !== undefined;
  try {
    if (isRedirect) return { location: headers.location! };
    if (statusCode !== 200) throw new OutsideFault('refused', statusCode);
    if ((headers['content-encoding'] ?? 'identity') !== 'identity') throw new OutsideFault('refused');
    if (Number(headers['content-length'] ?? 0) > mostBytes) throw new OutsideFault('too large');
    const pieces: Buffer[] = [];
    let length = 0;
    for await (const piece of response as AsyncIterable<Buffer>) {
      length += piece.length;
      if (length > mostBytes) throw new OutsideFault('too large');
      pieces.push(piece);
    }
    return { body: Buffer.concat(pieces) };
  } finally {
    response.destroy();
  }
}

// The connection is made to the very address that was looked at: a name that says another one the next time gains nothing.
const publicLookup: LookupFunction = (hostname, options, done) => {
  lookUp(hostname, { ...options, all: true }, (error, found) => {
    const addresses = (found ?? []) as LookupAddress[];
    if (error) return done(error, '', 0);
    if (addresses.length === 0 || !addresses.every(each => isPublicAddress(each.address)))
      return done(new OutsideFault('not reachable from here') as NodeJS.ErrnoException, '', 0);
    if (options.all) return done(null, addresses as never, 0);
    done(null, addresses[0]!.address, addresses[0]!.family);
  });
};
