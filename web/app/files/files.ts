import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { FileList, FileRow, FilesQuestion } from '@contract/files';
import { fileSorts } from '@core/file/media-types';
import { numberOf } from '@core/format/moment';
import { told } from '@core/tongue/say';
import { catchError, debounceTime, map, merge, of, Subject, switchMap, withLatestFrom } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { FilterBar, type FilterField } from '../shared/filter-bar';
import { filterChoices } from '../shared/filter-choices';
import { MessageService } from '../state/message.service';
import { beingWritten } from '../state/live.service';
import { SessionService } from '../state/session.service';
import { DropZone } from './drop-zone';
import { FilePanel } from './file-panel';
import { FilePicker } from './file-picker';
import { Plate } from './plate';
import { UploadList } from './upload-list';
import { UploadService } from './upload.service';

/** How many plates are fetched at a time. */
const atATime = 120;

const nothing: FileList = { files: [], total: 0, folders: [], topics: [] };

/** The site's library: pictures and other files as the plates of a catalogue. */
@Component({
  selector: 'almanac-files',
  imports: [FilterBar, DropZone, FilePanel, FilePicker, Plate, UploadList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <div>
        <h1 i18n>Files</h1>
        <p class="quiet">{{ summary() }}</p>
      </div>
      <almanac-filter-bar class="grow" list="files" [fields]="fields()" />
      @if (mayBring) {
        <almanac-file-picker i18n kind="btn-primary" (picked)="bring($event)">Bring files in…</almanac-file-picker>
      }
    </div>
    <div class="split" almanacDropZone (brought)="bring($event)">
      <div class="catalogue">
        <almanac-upload-list (shown)="choose($event)" />
        <div class="plates" role="list" aria-label="Files" i18n-aria-label tabindex="0">
          @for (file of files(); track file.id) {
            <div role="listitem">
              <button [attr.aria-pressed]="file.id === chosenId()" [class.on]="file.id === chosenId()" (click)="choose(file.id)">
                <almanac-plate [file]="file" />
              </button>
            </div>
          } @empty {
            @if (list()) {
              <p class="none">
                @if (isFiltered()) {
                  <ng-container i18n>No file is like this. Show all, or look for something else.</ng-container>
                } @else {
                  <ng-container i18n
                    >There are no files yet. Drop some here, paste one, or bring them in with the button above.</ng-container
                  >
                }
              </p>
            }
          }
        </div>
        @if (files().length < (list()?.total ?? 0)) {
          <p>
            <button i18n class="btn btn-plain" (click)="more()">Show {{ nextCount() }} more of {{ list()?.total }}</button>
          </p>
        }
      </div>
      <aside class="panel" aria-label="The chosen one" i18n-aria-label tabindex="-1">
        @if (chosen(); as file) {
          <almanac-file-panel [file]="file" [topics]="list()?.topics ?? []" (saved)="again.next()" />
        } @else {
          <p i18n class="quiet">Choose a file to see what is said of it, where it stands and who may have it.</p>
        }
      </aside>
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      height: 100%;
      padding: 14px 20px;
    }
    .head {
      display: flex;
      gap: 20px;
      align-items: flex-start;
      margin-bottom: 10px;
    }
    .split {
      flex: 1;
      min-height: 0;
      display: grid;
      grid-template-columns: minmax(0, 1fr) 380px;
      gap: 16px;
    }
    .catalogue {
      overflow: auto;
      min-height: 0;
    }
    .is-dropping .catalogue {
      outline: 2px dashed var(--tide);
      outline-offset: -2px;
    }
    .plates {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(178px, 1fr));
      gap: 14px 14px;
      padding: 3px;
    }
    .plates button {
      width: 100%;
      border: 0;
      background: none;
      padding: 6px;
      border-radius: 3px;
      color: inherit;
    }
    .plates button:hover {
      background: #f0eadb;
    }
    .plates button.on {
      background: var(--sheet);
      box-shadow: 0 0 0 2px var(--tide);
    }
    aside {
      padding: 12px 16px;
      overflow: auto;
    }
    .none {
      grid-column: 1 / -1;
      padding: 40px 0;
      text-align: center;
      color: var(--ink-2);
    }
    @media (max-width: 900px) {
      :host {
        height: auto;
      }
      .head {
        flex-direction: column;
        gap: 8px;
      }
      .split {
        grid-template-columns: minmax(0, 1fr);
      }
      .plates {
        grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
      }
    }
  `,
})
export class FilesWorkspace {
  readonly #api = inject(ApiClient);
  readonly #router = inject(Router);
  readonly #messages = inject(MessageService);
  readonly #uploads = inject(UploadService);
  protected readonly mayBring = inject(SessionService).mayWrite('file');
  readonly find = input<string>();
  readonly sort = input<string>();
  readonly folder = input<string>();
  readonly topic = input<string>();
  readonly lacking = input<string>();
  readonly status = input<string>();
  readonly sel = input<string>();
  protected readonly again = new Subject<void>();
  readonly #more = signal<readonly FileRow[]>([]);
  readonly #query = computed((): FilesQuestion => ({
    q: this.find() ?? '',
    folder: this.folder() ?? '',
    take: atATime,
    ...(this.sort() ? { sort: this.sort() as FilesQuestion['sort'] } : {}),
    ...(this.topic() ? { topic: this.topic() } : {}),
    ...(this.status() === beingWritten ? { isBeingWritten: 'yes' as const } : {}),
    ...(this.lacking() ? { lacking: this.lacking() as FilesQuestion['lacking'] } : {}),
  }));
  readonly #query$ = toObservable(this.#query);
  protected readonly list = toSignal(
    merge(
      this.#query$.pipe(debounceTime(60)),
      merge(this.again, this.#uploads.broughtIn$).pipe(
        withLatestFrom(this.#query$),
        map(([, query]) => query),
      ),
    ).pipe(
      switchMap(query =>
        this.#api.listFiles(query).pipe(
          catchError((error: unknown) => {
            this.#messages.problem(error);
            return of(nothing);
          }),
        ),
      ),
    ),
  );
  protected readonly files = computed(() => [...(this.list()?.files ?? []), ...this.#more()]);
  protected readonly chosenId = computed(() => this.sel() ?? this.files()[0]?.id);
  readonly #beyond = signal<FileRow | null>(null);
  protected readonly chosen = computed(() => {
    const id = this.chosenId();
    return this.files().find(each => each.id === id) ?? (this.#beyond()?.id === id ? this.#beyond() : null);
  });
  protected readonly isFiltered = computed(() =>
    [this.find(), this.sort(), this.folder(), this.topic(), this.lacking(), this.status()].some(Boolean),
  );
  protected readonly summary = computed(() => {
    const list = this.list();
    return list ? `${numberOf(list.total)} ${this.isFiltered() ? $localize`like this` : $localize`in the library`}.` : '';
  });
  protected readonly nextCount = computed(() => Math.min(atATime, (this.list()?.total ?? 0) - this.files().length));
  protected readonly fields = computed((): readonly FilterField[] => {
    return [
      { name: 'find', label: $localize`Title or words` },
      { name: 'sort', label: $localize`Kind`, choices: fileSorts.map(value => ({ value, label: told(value) })) },
      {
        name: 'folder',
        label: $localize`Folder`,
        choices: (this.list()?.folders ?? []).map(({ name, count }) => ({ value: name, label: `${name} (${count})` })),
      },
      { name: 'topic', label: $localize`Topic`, choices: filterChoices(this.list()?.topics ?? []) },
      {
        name: 'lacking',
        label: $localize`Lacking`,
        choices: [
          { value: 'words', label: $localize`words` },
          { value: 'place', label: $localize`a place` },
        ],
      },
      { name: 'status', label: $localize`Status`, choices: filterChoices([beingWritten], told) },
    ];
  });

  constructor() {
    toObservable(this.list)
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.#more.set([]));
    // One that is asked for by its address may lie beyond those in sight.
    toObservable(this.chosenId)
      .pipe(
        switchMap(id =>
          id === undefined || this.files().some(each => each.id === id)
            ? of(null)
            : this.#api.readFile(id).pipe(catchError(() => of(null))),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(row => this.#beyond.set(row));
  }

  protected bring(files: readonly File[]): void {
    if (this.mayBring) this.#uploads.bring(files, this.folder() ?? '');
  }

  protected more(): void {
    this.#api.listFiles({ ...this.#query(), skip: this.files().length }).subscribe({
      next: ({ files }) => this.#more.update(more => [...more, ...files]),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected choose(sel: string): void {
    void this.#router.navigate([], { queryParams: { sel }, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
