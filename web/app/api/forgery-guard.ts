import type { HttpInterceptorFn } from '@angular/common/http';
import { tap } from 'rxjs';

let token = '';

/** Sends the token that proves a request comes from this page, and keeps the newest one the server gave. */
export const forgeryGuard: HttpInterceptorFn = (request, next) => {
  const guarded = request.method === 'GET' || token === '' ? request : request.clone({ setHeaders: { 'x-csrf-token': token } });
  return next(guarded).pipe(
    tap(event => {
      const given = (event as { body?: { csrfToken?: unknown } | null }).body?.csrfToken;
      if (typeof given === 'string') token = given;
    }),
  );
};
