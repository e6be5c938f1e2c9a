import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { FileList, FileRow } from '@contract/files';
import { catchError, debounceTime, merge, of, switchMap, map } from 'rxjs';
import { ApiClient } from '../api/api-client';
import type { FileSort } from '@core/file/media-types';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';
import { DropZone } from './drop-zone';
import { FilePicker } from './file-picker';
import { Plate } from './plate';
import { UploadList } from './upload-list';
import { UploadService } from './upload.service';

const nothing: FileList = { files: [], total: 0, folders: [], topics: [] };

/** Chooses a file of the library, or brings one in. */
@Component({
  selector: 'almanac-file-chooser',
  imports: [ToldPipe, DropZone, FilePicker, Plate, UploadList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Choose a {{ sort() ?? 'file' | told }}</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body" almanacDropZone (brought)="uploads.bring($event, '')">
      <p class="row-line">
        <input
          class="form-control"
          type="search"
          aria-label="Title or words"
          i18n-aria-label
          placeholder="Title or words"
          i18n-placeholder
          [value]="find()"
          (input)="find.set(textIn($event))"
        />
        <select class="form-select" aria-label="Folder" i18n-aria-label (change)="folder.set(textIn($event))">
          <option i18n value="">Any folder</option>
          @for (each of list().folders; track each.name) {
            <option [value]="each.name" [selected]="each.name === folder()">{{ each.name }}</option>
          }
        </select>
        <almanac-file-picker i18n (picked)="uploads.bring($event, folder())">Bring one in…</almanac-file-picker>
      </p>
      <almanac-upload-list (shown)="chooseById($event)" />
      <div class="plates" role="list" aria-label="Files" i18n-aria-label>
        @for (file of list().files; track file.id) {
          <div role="listitem">
            <button (click)="modal.close(file)"><almanac-plate [file]="file" /></button>
          </div>
        } @empty {
          <p i18n class="quiet">Nothing is like this. Drop a file here, paste one, or bring one in.</p>
        }
      </div>
      @if (list().total > list().files.length) {
        <p i18n class="quiet">And {{ list().total - list().files.length }} more: say more of what you look for.</p>
      }
    </div>
  `,
  styles: `
    .plates {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      gap: 10px;
      min-height: 240px;
    }
    .plates button {
      width: 100%;
      border: 0;
      background: none;
      padding: 5px;
      border-radius: 3px;
      color: inherit;
    }
    .plates button:hover {
      background: #f0eadb;
    }
    .form-select {
      width: auto;
    }
  `,
})
export class FileChooser {
  protected readonly modal = inject(NgbActiveModal);
  protected readonly uploads = inject(UploadService);
  readonly #api = inject(ApiClient);
  protected readonly textIn = textIn;
  /** The sort that may be chosen; undefined for any. */
  readonly sort = signal<FileSort | undefined>(undefined);
  protected readonly find = signal('');
  protected readonly folder = signal('');
  readonly #query = computed(() => ({
    q: this.find(),
    folder: this.folder(),
    take: 60,
    ...(this.sort() ? { sort: this.sort() } : {}),
  }));
  protected readonly list = toSignal(
    merge(toObservable(this.#query), this.uploads.broughtIn$).pipe(
      debounceTime(100),
      switchMap(() => this.#api.listFiles(this.#query()).pipe(catchError(() => of(nothing)))),
    ),
    { initialValue: nothing },
  );

  constructor() {
    // What is brought in here is meant to be chosen.
    this.uploads.broughtIn$
      .pipe(
        map(ids => ids[0]),
        takeUntilDestroyed(),
      )
      .subscribe(id => id !== undefined && this.chooseById(id));
  }

  protected chooseById(id: string): void {
    this.#api.readFile(id).subscribe({
      next: file => (this.sort() && file.sort !== this.sort() ? undefined : this.modal.close(file)),
      error: () => undefined,
    });
  }
}

/** Asks for a file of the library. @returns undefined when none was chosen */
export async function chooseFile(modal: NgbModal, sort?: FileSort): Promise<FileRow | undefined> {
  const opened = modal.open(FileChooser, { size: 'lg', scrollable: true });
  (opened.componentInstance as FileChooser).sort.set(sort);
  try {
    return (await opened.result) as FileRow;
  } catch {
    return undefined;
  }
}
