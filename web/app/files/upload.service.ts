import { HttpEventType } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import type { Received } from '@contract/files';
import { freshFile, type FileValue } from '@core/file/file';
import { countOf } from '@core/format/moment';
import { furthestOffered } from '@core/workflow/workflow';
import {
  bufferTime,
  catchError,
  concatMap,
  filter,
  map,
  mergeMap,
  of,
  retry,
  Subject,
  switchMap,
  takeUntil,
  tap,
  throwError,
  timer,
  type Observable,
} from 'rxjs';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient, ApiProblem } from '../api/api-client';

/** One file on its way into the library. */
export interface Upload {
  readonly id: string;
  readonly name: string;
  readonly size: number;
  readonly state: 'waiting' | 'sending' | 'looked at' | 'brought in' | 'proposed' | 'drafted' | 'there already' | 'refused' | 'stopped';
  /** From 0 to 1. */
  readonly sent: number;
  /** Why it was refused. */
  readonly fault: string;
  /** The file that was made of it, or that has these bytes already. */
  readonly fileId: string;
}

interface Wanted {
  readonly id: string;
  readonly file: File;
  readonly folder: string;
}

interface Arrived extends Wanted {
  readonly received: Received;
}

/** How many files are sent at once. */
const atOnce = 3;

/** How long files that arrive one after the other are gathered before they become records together, in milliseconds. */
const gathered = 700;

/** How often a file is sent again that came while too many did. */
const tries = 8;

/** Brings files into the library: some at a time, each with its progress, each refused by itself. */
@Injectable({ providedIn: 'root' })
export class UploadService {
  readonly #api = inject(ApiClient);
  readonly #wanted = new Subject<Wanted>();
  readonly #arrived = new Subject<Arrived>();
  readonly #stopped = new Subject<string>();
  readonly #uploads = signal<readonly Upload[]>([]);
  /** All that were asked for since the list was last put away, in their order. */
  readonly uploads = this.#uploads.asReadonly();
  readonly #broughtIn = new Subject<readonly string[]>();
  /** Ids of files that have just been made. */
  readonly broughtIn$ = this.#broughtIn.asObservable();

  constructor() {
    this.#wanted.pipe(mergeMap(wanted => this.#send(wanted), atOnce)).subscribe(arrived => this.#arrived.next(arrived));
    this.#arrived
      .pipe(
        bufferTime(gathered, null, 100),
        filter(arrived => arrived.length > 0),
        concatMap(arrived => this.#keep(arrived)),
      )
      .subscribe(ids => this.#broughtIn.next(ids));
  }

  /** Asks for files to be brought in. @param folder - in which they are to lie; empty for none */
  bring(files: Iterable<File>, folder: string): void {
    const wanted = [...files].map(file => ({ id: uuidv7(), file, folder }));
    this.#uploads.update(uploads => [
      ...uploads,
      ...wanted.map(({ id, file }): Upload => ({ id, name: file.name, size: file.size, state: 'waiting', sent: 0, fault: '', fileId: '' })),
    ]);
    for (const each of wanted) this.#wanted.next(each);
  }

  /** Receives the bytes of one file without making a record of them, as when it is to take another's place. */
  receive(file: File): Observable<Received> {
    return this.#api.receiveContent(file, file.name).pipe(
      filter(event => event.type === HttpEventType.Response),
      map(event => event.body!),
    );
  }

  /** Stops one that is not in the library yet. */
  stop(id: string): void {
    this.#change(id, { state: 'stopped' });
    this.#stopped.next(id);
  }

  /** Puts away all that have come to an end. */
  putAway(): void {
    this.#uploads.update(uploads =>
      uploads.filter(each => each.state === 'waiting' || each.state === 'sending' || each.state === 'looked at'),
    );
  }

  #send(wanted: Wanted): Observable<Arrived> {
    const { id, file } = wanted;
    if (this.#uploads().find(each => each.id === id)?.state !== 'waiting') return of();
    this.#change(id, { state: 'sending' });
    return this.#api.receiveContent(file, file.name).pipe(
      tap(event => {
        if (event.type === HttpEventType.UploadProgress)
          this.#change(
            id,
            event.loaded === event.total ? { state: 'looked at', sent: 1 } : { sent: event.loaded / (event.total ?? file.size) },
          );
      }),
      filter(event => event.type === HttpEventType.Response),
      map(event => ({ ...wanted, received: event.body! })),
      retry({
        count: tries,
        delay: (error: unknown, count) =>
          error instanceof ApiProblem && error.problem.code === 'too-many-requests' ? timer(1_000 * count) : throwError(() => error),
      }),
      catchError((error: unknown) => {
        this.#change(id, { state: 'refused', fault: error instanceof ApiProblem ? error.message : $localize`It could not be sent.` });
        return of();
      }),
      takeUntil(this.#stopped.pipe(filter(stopped => stopped === id))),
    );
  }

  /** Makes records of what has arrived, together. What the library has already is not brought in twice. */
  #keep(arrived: readonly Arrived[]): Observable<readonly string[]> {
    const there = arrived.filter(each => each.received.sameAs.length > 0);
    for (const { id, received } of there) this.#change(id, { state: 'there already', fileId: received.sameAs[0]!.id });
    const unknown = arrived.filter(each => each.received.sameAs.length === 0);
    const fresh = unknown.filter(isFirstOfItsBytes);
    const twice = unknown.filter(each => !fresh.includes(each));
    if (fresh.length === 0) return of(there.map(each => each.received.sameAs[0]!.id));
    const made = fresh.map(each => ({ ...each, fileId: uuidv7() }));
    const title =
      made.length === 1
        ? $localize`“${titleFrom(made[0]!.received.name)}” brought in`
        : $localize`${countOf(made.length, 'file')} brought in`;
    const changes = made.map(each => ({ recordId: each.fileId, kind: 'file', value: newFile(each), baseRevisionId: null }));
    // As far as the site's workflows let them go by themselves: live, to whoever looks at them first, or kept as a draft.
    return this.#api
      .offers(changes.map(({ recordId, kind, value }) => ({ recordId, kind, value })))
      .pipe(
        switchMap(({ moves }) => {
          const move = furthestOffered(moves);
          const edition = { id: uuidv7(), title: title.slice(0, 200), changes, ...(move ? { move: { name: move.name } } : {}) };
          return this.#api.createEdition(edition).pipe(map(() => (!move ? 'drafted' : move.publishes ? 'brought in' : 'proposed')));
        }),
      )
      .pipe(
        map(state => {
          for (const { id, fileId } of made) this.#change(id, { state, fileId });
          for (const { id, received } of twice) {
            const { fileId } = made.find(each => hasBytesOf(each.received, received))!;
            this.#change(id, { state: 'there already', fileId });
          }
          return made.map(each => each.fileId);
        }),
        catchError((error: unknown) => {
          const fault = error instanceof ApiProblem ? error.message : $localize`It could not be kept.`;
          for (const { id } of unknown) this.#change(id, { state: 'refused', fault });
          return of([]);
        }),
      );
  }

  #change(id: string, change: Partial<Upload>): void {
    this.#uploads.update(uploads => uploads.map(each => (each.id === id && each.state !== 'stopped' ? { ...each, ...change } : each)));
  }
}

// The same bytes chosen twice are one file.
function isFirstOfItsBytes({ received }: Arrived, at: number, all: readonly Arrived[]): boolean {
  return all.findIndex(each => hasBytesOf(each.received, received)) === at;
}

const hasBytesOf = (one: Received, other: Received): boolean => one.content.hash === other.content.hash;

function newFile({ received: { content, name }, folder }: Arrived): FileValue {
  return { ...freshFile(content, name, titleFrom(name)), folder };
}

/** A title made of a file's name: "tern_point-2" is called "Tern point 2". */
export function titleFrom(name: string): string {
  const words = name.replace(/[-_]+/g, ' ').replace(/\s+/g, ' ').trim();
  return words === '' ? name : words[0]!.toLocaleUpperCase() + words.slice(1);
}
