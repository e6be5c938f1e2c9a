import { ChangeDetectionStrategy, Component, computed, inject, type OnInit, signal } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { EditionDetail, EditionRow } from '@contract/messages';
import { draft } from '@core/ledger/stage';
import { capitalised, told } from '@core/tongue/say';
import { catchError, concatMap, forkJoin, from, map, of, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { SessionService } from '../state/session.service';
import { headsOf } from '../shared/heads';

/** What would become of one of many, and why it is not among those that are let go. */
interface Candidate {
  readonly row: EditionRow;
  readonly edition: EditionDetail | null;
  /** The move that makes it live; empty where there is none. */
  readonly move: string;
  readonly effects: readonly string[];
  /** Why somebody should look at it by itself; empty where it is safe. */
  readonly why: string;
  readonly outcome: string;
}

/** Lets several editions go live at once: those of which nothing has to be decided but that. All they do is listed first. */
@Component({
  selector: 'almanac-many-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Let the chosen ones go live at once</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.close(isDone())"></button>
    </div>
    <div class="modal-body">
      @if (candidates(); as candidates) {
        <ul>
          @for (each of candidates; track each.row.id) {
            <li>
              <b>{{ each.row.title }}</b>&ngsp;<span class="quiet">{{ each.row.author.name }}</span>
              @if (each.outcome) {
                <span class="chip">{{ each.outcome }}</span>
              } @else if (each.why) {
                <p class="notice-line">{{ each.why }}</p>
              } @else {
                <p>{{ each.effects.join('; ') }}</p>
              }
            </li>
          }
        </ul>
      } @else {
        <p i18n class="quiet">Working out what they do…</p>
      }
    </div>
    <div class="foot">
      <span class="grow"></span>
      @if (isDone()) {
        <button i18n class="btn btn-plain" (click)="modal.close(true)">Close</button>
      } @else {
        <button i18n class="btn btn-primary" [disabled]="safe().length === 0 || isBusy()" (click)="letGo()">
          {safe().length, plural,
            =0 {None is safe to let go unread}
            =1 {Let this one go live}
            other {Let these {{ safe().length }} go live}
          }
        </button>
      }
    </div>
  `,
  styles: `
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      padding: 6px 0;
      border-bottom: 1px solid #ece6d9;
    }
    li p {
      margin: 2px 0 0;
    }
    .foot {
      display: flex;
      padding: 12px 20px;
      border-top: 3px double var(--hair);
    }
  `,
})
export class ManyDialog implements OnInit {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  protected readonly modal = inject(NgbActiveModal);
  /** Set by whoever opens the dialog. */
  rows: readonly EditionRow[] = [];
  protected readonly candidates = signal<readonly Candidate[] | null>(null);
  protected readonly safe = computed(() => (this.candidates() ?? []).filter(each => each.why === '' && each.outcome === ''));
  protected readonly isBusy = signal(false);
  protected readonly isDone = signal(false);

  ngOnInit(): void {
    forkJoin(this.rows.map(row => this.#look(row))).subscribe(candidates => this.candidates.set(candidates));
  }

  /** One after another, so that each is judged with those before it live. */
  protected letGo(): void {
    this.isBusy.set(true);
    from(this.safe())
      .pipe(concatMap(each => this.#move(each).pipe(map(outcome => [each.row.id, outcome] as const))))
      .subscribe({
        next: ([id, outcome]) =>
          this.candidates.update(all => all?.map(each => (each.row.id === id ? { ...each, outcome } : each)) ?? null),
        complete: () => {
          this.isBusy.set(false);
          this.isDone.set(true);
        },
      });
  }

  #look(row: EditionRow): Observable<Candidate> {
    const candidate = { row, edition: null, move: '', effects: [], outcome: '' };
    return forkJoin([this.#api.readEdition(row.id), this.#api.checkExpectations({ withEditions: [row.id] })]).pipe(
      map(([edition, check]): Candidate => {
        const move = edition.offers.find(each => each.publishes);
        const why = !move
          ? $localize`You cannot make it live.`
          : move.waitsFor.length > 0
            ? `${capitalised(told(move.name))}: ${move.waitsFor.join(' ')}`
            : edition.stage === draft && edition.author.id !== this.#session.session()?.person?.id
              ? $localize`It has not been sent; its author still writes on it.`
              : edition.wishedFrom !== null
                ? $localize`It is wished for a date.`
                : edition.changes.some(each => each.baseMoved)
                  ? $localize`What is live has changed since it was begun.`
                  : check.broken.length > 0
                    ? check.broken.map(each => each.words).join(' ')
                    : check.covers.length > 0
                      ? check.covers.map(each => each.words).join(' ')
                      : (check.beyond ?? (check.isPartial ? $localize`There was too much to check all of what it does.` : ''));
        return {
          ...candidate,
          edition,
          move: move?.name ?? '',
          effects: edition.changes.map(each => `${each.title}: ${each.effect.label}`),
          why,
        };
      }),
      catchError((error: unknown) => of({ ...candidate, why: error instanceof Error ? error.message : $localize`It cannot be read now.` })),
    );
  }

  #move({ row, edition, move }: Candidate): Observable<string> {
    return this.#api.moveEdition(row.id, { name: move, decidedOn: headsOf(edition!) }).pipe(
      map(() => $localize`live`),
      catchError((error: unknown) => of(error instanceof Error ? error.message : $localize`not done`)),
    );
  }
}

/** Lets several editions go live; resolves with whether any was asked to. */
export function openMany(modal: NgbModal, rows: readonly EditionRow[]): Promise<boolean> {
  const opened = modal.open(ManyDialog, { size: 'lg', scrollable: true });
  Object.assign(opened.componentInstance as ManyDialog, { rows });
  return opened.result.then(Boolean, () => true);
}
