import { say } from '@core/tongue/say';
import type { Request } from 'express';
import { Refusal } from '../errors/refusal';

/** @throws Refusal when a session could not be kept, since nothing says that the request came over https */
export function refuseInsecure(request: Request, isSecure: boolean): void {
  if (isSecure && !request.secure)
    throw new Refusal(
      'bad-request',
      say`This site is reached over https, but nothing says that this request was. Let the proxy send X-Forwarded-Proto, and name it with --trust-proxy.`,
    );
}
