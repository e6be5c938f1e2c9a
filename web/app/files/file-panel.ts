import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toObservable, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { FileRow } from '@contract/files';
import type { RecordDetail } from '@contract/messages';
import { middle } from '@core/file/crop';
import type { FileValue } from '@core/file/file';
import { contentWords } from '@core/file/media-types';
import { folderName } from '@core/kinds/file/schema';
import { combineLatest, filter, switchMap, tap } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { TopicsField } from '../fields/topics/topics-field';
import { placesOf } from '../kinds/index';
import { WhoControl } from '../rule/who-control';
import { takingOff } from '../shared/record-changes';
import { SendService } from '../shared/send.service';
import { isTickedIn, textIn } from '../shared/typed-event';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import type { WorkingChange } from '../state/working-changes.service';
import { FilePicker } from './file-picker';
import { FocalPoint } from './focal-point';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { openHistory } from '../shared/history-dialog';
import { ToldPipe } from '../shared/told.pipe';
import { Holding } from '../writing/holding';
import { UploadService } from './upload.service';

/** One file: its words, its focal point, who may have it, where it stands, and what may become of it. */
@Component({
  selector: 'almanac-file-panel',
  imports: [Holding, ToldPipe, RouterLink, FilePicker, FocalPoint, TopicsField, WhoControl, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (value(); as value) {
      <h2>{{ file().title }}</h2>
      @if (record(); as record) {
        <almanac-holding kind="file" [recordId]="record.id" [locale]="record.locale" [isChanged]="isChanged()" (reload)="saved.emit()" />
      }
      <p class="quiet">
        {{ contentWords() }} · {{ file().changedAt | when: 'short' }}, {{ file().changedBy }}
        <a i18n [href]="file().address" target="_blank" rel="noopener">Open it</a>
      </p>
      @if (isPicture()) {
        <almanac-focal-point
          [address]="file().plate"
          [size]="{ width: value.content.width!, height: value.content.height! }"
          [point]="value.focalPoint"
          (pointChange)="set({ focalPoint: $event })"
        />
        <label i18n class="form-label" for="file-words">In words, for those who cannot see it</label>
        <textarea
          class="form-control"
          id="file-words"
          rows="2"
          maxlength="500"
          [disabled]="value.isDecoration"
          [value]="value.words"
          (input)="set({ words: textIn($event) })"
        ></textarea>
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [checked]="value.isDecoration"
            (change)="set({ isDecoration: isTickedIn($event), words: isTickedIn($event) ? '' : value.words })"
          />
          <ng-container i18n>It adds nothing to the words around it</ng-container></label
        >
        <label i18n class="form-label" for="file-caption">Caption</label>
        <input class="form-control" id="file-caption" maxlength="500" [value]="value.caption" (input)="set({ caption: textIn($event) })" />
        <label i18n class="form-label" for="file-credit">Credit</label>
        <input class="form-control" id="file-credit" maxlength="200" [value]="value.credit" (input)="set({ credit: textIn($event) })" />
      }
      <div class="two">
        <div>
          <label i18n class="form-label" for="file-title">Title in lists</label>
          <input class="form-control" id="file-title" maxlength="200" [value]="value.title" (input)="set({ title: textIn($event) })" />
        </div>
        <div>
          <label i18n class="form-label" for="file-folder">Folder</label>
          <input
            class="form-control"
            id="file-folder"
            maxlength="200"
            placeholder="none"
            i18n-placeholder
            [value]="value.folder"
            (change)="set({ folder: textIn($event) })"
          />
        </div>
      </div>
      <label i18n class="form-label" for="file-topics">Topics</label>
      <almanac-topics-field fieldId="file-topics" [value]="value.topics" [inUse]="topics()" (valueChange)="set({ topics: $event })" />
      <h3 i18n>Who may have it</h3>
      <label class="row-line"
        ><input
          type="checkbox"
          class="form-check-input"
          [checked]="value.readers === null"
          (change)="set({ readers: isTickedIn($event) ? null : {} })"
        />
        <ng-container i18n>Whoever may read what it stands in</ng-container></label
      >
      @if (value.readers; as readers) {
        <almanac-who-control [tree]="readers" (treeChange)="set({ readers: $event })" />
      }
      @for (fault of faults(); track fault) {
        <p class="form-fault" role="alert">{{ fault }}</p>
      }
      <p class="acts">
        <button class="btn btn-primary" [disabled]="!isChanged()" (click)="send()">{{ sendLabel() }}</button>
        @if (isChanged()) {
          <button i18n class="btn btn-plain" (click)="again()">Leave it as it was</button>
        }
        <almanac-file-picker i18n [isMany]="false" (picked)="replace($event)">Put another in its place…</almanac-file-picker>
        <button i18n class="btn btn-plain" (click)="readHistory()">History</button>
        <button i18n class="btn btn-plain danger" (click)="takeOut()">Take out…</button>
      </p>
      <h3 i18n>Where it stands</h3>
      <ul>
        @for (each of record()?.namedBy ?? []; track each.recordId + each.way) {
          <li>
            <a [routerLink]="placeOf(each).link" [queryParams]="placeOf(each).query">{{ each.title }}</a>
            <span class="quiet"
              >{{ each.kind | told }}
              @if (each.way === 'link') {
                <ng-container i18n>(as a link)</ng-container>
              }
            </span>
          </li>
        } @empty {
          <li i18n class="quiet">Nowhere yet. Choose it where a page or block is written.</li>
        }
      </ul>
    }
  `,
  styles: `
    h3 {
      margin-top: 8px;
    }
    .form-label {
      margin-top: 5px;
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 0 12px;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin: 6px 0 0;
      padding: 8px 0;
      position: sticky;
      bottom: -13px;
      background: var(--sheet);
      border-top: 1px solid var(--hair);
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 2px 0 0;
    }
    li {
      min-height: 24px;
      display: flex;
      gap: 8px;
    }
  `,
})
export class FilePanel {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #sending = inject(SendService);
  readonly #uploads = inject(UploadService);
  readonly #session = inject(SessionService);
  readonly file = input.required<FileRow>();
  readonly #modal = inject(NgbModal);
  /** Topics in use. */
  readonly topics = input<readonly string[]>([]);
  /** Something was saved. */
  readonly saved = output<void>();
  protected readonly textIn = textIn;
  protected readonly isTickedIn = isTickedIn;
  protected readonly record = signal<RecordDetail | null>(null);
  protected readonly value = signal<FileValue | null>(null);
  protected readonly faults = signal<readonly string[]>([]);
  /** Whether what is in the form was just sent: what comes back is what counts. */
  #isSent = false;
  readonly #stored = computed(() => {
    const record = this.record();
    return record && ((record.live?.value ?? record.newest) as FileValue);
  });
  protected readonly isChanged = computed(() => JSON.stringify(this.value()) !== JSON.stringify(this.#stored()));
  protected readonly isPicture = computed(() => (this.value()?.content.width ?? null) !== null);
  protected readonly contentWords = computed(() => contentWords(this.value()!.content, this.#session.style.locale));
  protected readonly sendLabel = computed(() =>
    this.value()?.content.hash === this.#stored()?.content.hash ? $localize`Save this…` : $localize`Put it in its place…`,
  );

  constructor() {
    // Read again for another file, and when the same one has been saved.
    combineLatest([toObservable(computed(() => this.file().id)), toObservable(computed(() => this.file().changedAt))])
      .pipe(
        filter(([id]) => id !== ''),
        // What is said of one file is never shown, or changed, as that of another.
        tap(([id]) => this.record()?.id !== id && this.#clear()),
        switchMap(([id]) => this.#api.readRecord(id)),
        takeUntilDestroyed(),
      )
      .subscribe({
        next: record => {
          const keeps = this.record()?.id === record.id && this.isChanged() && !this.#isSent;
          this.record.set(record);
          this.#isSent = false;
          if (!keeps) this.again();
        },
        error: (error: unknown) => this.#messages.problem(error),
      });
  }

  #clear(): void {
    this.record.set(null);
    this.value.set(null);
  }

  protected set(change: Partial<FileValue>): void {
    this.value.update(value => value && { ...value, ...change });
  }

  protected again(): void {
    this.value.set(this.#stored());
    this.faults.set([]);
  }

  /** Shows what was saved of it before; an older one comes into the form, as an edit like any other. */
  protected async readHistory(): Promise<void> {
    const older = await openHistory(this.#modal, this.file().id, this.#session.mayWrite('file'));
    if (older !== null) this.value.set(older as FileValue);
  }

  protected placeOf({ kind, recordId, title }: RecordDetail['namedBy'][number]) {
    return placesOf(kind).foundAt({ kind, id: recordId, title, detail: '', pageId: null });
  }

  /** Another file's bytes under this one's id: wherever it stands, the new one stands. */
  protected replace([file]: readonly File[]): void {
    this.#uploads.receive(file!).subscribe({
      next: ({ content }) => this.set({ content, ...(content.width === null ? { focalPoint: middle } : {}) }),
      error: (error: unknown) => this.faults.set([error instanceof ApiProblem ? error.message : $localize`It could not be sent.`]),
    });
  }

  protected send(): void {
    const record = this.record()!;
    const isReplaced = this.value()!.content.hash !== this.#stored()!.content.hash;
    const baseRevisionId = record.live?.revisionId ?? record.revisions[0]!.id;
    void this.#send({
      recordId: record.id,
      kind: 'file',
      title: record.title,
      value: { ...this.value()!, folder: folderName(this.value()!.folder) },
      retires: false,
      baseRevisionId,
      did: isReplaced ? $localize`another in its place` : $localize`changed`,
    });
  }

  protected takeOut(): void {
    void this.#send(takingOff(this.record()!, $localize`taken out of the library`));
  }

  async #send(change: WorkingChange): Promise<void> {
    if (!(await this.#sending.sendOrLeave([change]))) return;
    this.#isSent = true;
    this.saved.emit();
  }
}
