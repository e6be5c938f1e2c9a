import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Comparison, RecordDetail } from '@contract/messages';
import { catchError, EMPTY, Subject, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { ComparisonView } from '../shared/comparison-view';
import { PhaseMark } from '../shared/phase-mark';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { textIn } from '../shared/typed-event';

/** The revisions of a record, newest first. Two can be compared and an older one restored. */
@Component({
  selector: 'almanac-revision-strip',
  imports: [PhaseMark, WhenPipe, ComparisonView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>Revisions</h3>
    <ol>
      @for (revision of record().revisions; track revision.id) {
        <li [class.on]="revision.id === chosen()">
          <button (click)="choose(revision.id)" [attr.aria-pressed]="revision.id === chosen()">
            <span class="line">
              @if (revision.mark === 'expired') {
                <almanac-phase status="expired" /> <ng-container i18n>was live</ng-container>
              } @else if (revision.mark) {
                <almanac-phase [status]="revision.mark" [withWord]="true" />
              } @else {
                <span i18n class="quiet">earlier</span>
              }
            </span>
            <span>{{ revision.createdAt | when }}</span>
            <span class="quiet">{{ revision.author.name }}{{ revision.note ? ' · ' + revision.note : '' }}</span>
          </button>
        </li>
      }
    </ol>
    @if (chosen(); as id) {
      <div class="compare">
        <p class="row-line">
          <ng-container i18n>Compared with</ng-container>&ngsp;
          <select class="word" aria-label="Compared with" i18n-aria-label (change)="against.set(textIn($event)); load()">
            <option i18n value="none" [selected]="against() === 'none'">nothing</option>
            @for (revision of record().revisions; track revision.id) {
              @if (revision.id !== id) {
                <option [value]="revision.id" [selected]="revision.id === against()">
                  {{ revision.createdAt | when }}, {{ revision.author.name }}
                </option>
              }
            }
          </select>
          <span class="grow"></span>
          @if (mayRestore()) {
            <button i18n class="btn-word" (click)="restore(id)">Restore these words</button>
          }
          <button i18n class="btn-word" (click)="chosen.set(null)">Close</button>
        </p>
        @if (comparison(); as comparison) {
          <almanac-comparison [changes]="comparison.changes" [isNew]="against() === 'none'" />
        }
      </div>
    }
  `,
  styles: `
    ol {
      list-style: none;
      display: flex;
      gap: 6px;
      margin: 4px 0 0;
      padding: 0 0 6px;
      overflow-x: auto;
    }
    li button {
      display: grid;
      text-align: start;
      border: 1px solid var(--hair);
      background: var(--sheet);
      border-radius: 3px;
      padding: 4px 9px;
      font: 12px/1.45 var(--text);
      color: var(--ink);
      min-width: 168px;
      max-width: 230px;
    }
    li button span {
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    li.on button {
      border-color: var(--tide);
      background: var(--tide-wash);
    }
    .line {
      min-height: 18px;
    }
    .compare {
      border: 1px solid var(--hair);
      background: var(--sheet);
      padding: 8px 12px;
      border-radius: 3px;
      max-height: 260px;
      overflow: auto;
    }
  `,
})
export class RevisionStrip {
  protected readonly textIn = textIn;
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly record = input.required<RecordDetail>();
  readonly mayRestore = input(false);
  readonly restored = output<unknown>();
  protected readonly chosen = signal<string | null>(null);
  protected readonly against = signal('none');
  protected readonly comparison = signal<Comparison | null>(null);
  readonly #byId = computed(() => new Map(this.record().revisions.map(each => [each.id, each])));

  readonly #asked = new Subject<readonly [before: string, after: string]>();

  constructor() {
    this.#asked
      .pipe(
        switchMap(([before, after]) =>
          this.#api.compareRevisions(before, after).pipe(
            catchError((error: unknown) => {
              this.#messages.problem(error);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(comparison => this.comparison.set(comparison));
  }

  protected choose(id: string): void {
    this.chosen.set(id);
    const live = this.record().live?.revisionId;
    // The live one is what people mean by "compared with"; the live one itself is compared with its parent.
    this.against.set(live && live !== id ? live : (this.#byId().get(id)?.parentId ?? 'none'));
    this.load();
  }

  protected load(): void {
    const id = this.chosen();
    if (!id) return;
    // The older of the two is "before", whichever was chosen first.
    const other = this.#byId().get(this.against());
    const isOtherNewer = other !== undefined && other.createdAt > this.#byId().get(id)!.createdAt;
    const [before, after] = isOtherNewer ? [id, this.against()] : [this.against(), id];
    this.#asked.next([before, after]);
  }

  protected restore(id: string): void {
    this.#api.readRevision(id).subscribe({
      next: ({ value }) => this.restored.emit(value),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
