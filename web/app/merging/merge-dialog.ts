import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, type OnInit, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Merging } from '@contract/merging';
import type { Side } from '@core/merge/decider';
import { catchError, EMPTY, startWith, Subject, switchMap, type Observable } from 'rxjs';
import { ApiProblem } from '../api/api-client';
import { ComparisonView } from '../shared/comparison-view';
import { MergePlace } from './merge-place';

/** What was chosen, place by place. */
export type Choices = Readonly<Record<string, Side>>;

/** Two versions of something, and what they come to. */
export interface MergeWish {
  /** What they are versions of. */
  readonly title: string;
  /** What one's own version is called: "Yours". */
  readonly ours: string;
  /** What the other is called: "Edwin’s", "What is planned". */
  readonly theirs: string;
  /** What taking the result does. */
  readonly accept: string;
  readonly ask: (choices: Choices) => Observable<Merging>;
}

/** The result, with what was chosen on the way. */
export interface MergeResult {
  readonly merging: Merging;
  readonly choices: Choices;
}

/** Opens the dialog; null when nothing is to come of it. */
export function openMerge(modal: NgbModal, wish: MergeWish): Promise<MergeResult | null> {
  const opened = modal.open(MergeDialog, { size: 'lg', scrollable: true });
  (opened.componentInstance as MergeDialog).wish = wish;
  return (opened.result as Promise<MergeResult>).catch(() => null);
}

/** Brings two versions together: what goes by itself is shown, what both sides changed is settled place by place. */
@Component({
  selector: 'almanac-merge-dialog',
  imports: [ComparisonView, MergePlace],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 class="modal-title" i18n>Bring both together: {{ wish.title }}</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      @if (merging(); as merging) {
        <p role="status" class="lead title-face">
          @if (merging.conflicts.length === 0) {
            <ng-container i18n>All of it goes together by itself. Nobody changed what the other did.</ng-container>
          } @else if (left() > 0) {
            <ng-container i18n
              >{merging.conflicts.length, plural,
                =1 {One place was changed by both}
                other {{{ merging.conflicts.length }} places were changed by both}

              }; {left(), plural, =1 {one is} other {{{ left() }} are}} still to be settled. The rest goes together by itself.</ng-container
            >
          } @else {
            <ng-container i18n>Everything is settled. This is what comes of it:</ng-container>
          }
        </p>
        @for (conflict of merging.conflicts; track conflict.path; let at = $index) {
          <almanac-merge-place
            [conflict]="conflict"
            [chosen]="choices()[conflict.path] ?? null"
            [number]="at + 1"
            [count]="merging.conflicts.length"
            [ours]="wish.ours"
            [theirs]="wish.theirs"
            (chosenChange)="choose(conflict.path, $event)"
          />
        }
        @if (left() === 0) {
          <details open>
            <summary i18n>
              What comes into “{{ wish.ours }}” <span class="quiet">({{ merging.taken.length }})</span>
            </summary>
            <almanac-comparison [changes]="merging.taken" />
          </details>
          <details>
            <summary i18n>
              What comes into “{{ wish.theirs }}” <span class="quiet">({{ merging.brought.length }})</span>
            </summary>
            <almanac-comparison [changes]="merging.brought" />
          </details>
        }
      } @else if (problem(); as problem) {
        <p class="notice-line ember" role="alert">{{ problem.message }}</p>
      } @else {
        <p i18n class="quiet">Reading…</p>
      }
    </div>
    <div class="foot">
      <span class="grow"></span>
      <button i18n class="btn btn-plain" (click)="modal.dismiss()">Leave it</button>
      <button class="btn btn-primary" [disabled]="!isSettled()" (click)="accept()">
        @if (left() > 0) {
          <ng-container i18n>Settle {left(), plural, =1 {one more place} other {{{ left() }} more places}}</ng-container>
        } @else {
          {{ wish.accept }}
        }
      </button>
    </div>
  `,
  styles: `
    .lead {
      margin: 0 0 8px;
    }
    summary {
      cursor: pointer;
      min-height: 28px;
      font-weight: 600;
      padding-top: 4px;
    }
    .foot {
      display: flex;
      gap: 10px;
      padding: 12px 20px;
      border-top: 3px double var(--hair);
    }
  `,
})
export class MergeDialog implements OnInit {
  protected readonly modal = inject(NgbActiveModal);
  readonly #destroyed = inject(DestroyRef);
  readonly #asked = new Subject<void>();
  /** Set by whoever opens the dialog. */
  wish!: MergeWish;
  protected readonly merging = signal<Merging | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly choices = signal<Choices>({});
  readonly #isAsking = signal(true);
  protected readonly left = computed(() => (this.merging()?.conflicts ?? []).filter(each => !this.choices()[each.path]).length);
  protected readonly isSettled = computed(() => this.merging() !== null && this.left() === 0 && !this.#isAsking());

  ngOnInit(): void {
    this.#asked
      .pipe(
        startWith(undefined),
        switchMap(() =>
          this.wish.ask(this.choices()).pipe(
            catchError((error: unknown) => {
              this.problem.set(error instanceof ApiProblem ? error : null);
              this.merging.set(null);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(this.#destroyed),
      )
      .subscribe(merging => {
        this.merging.set(merging);
        this.#isAsking.set(false);
      });
  }

  protected choose(path: string, side: Side): void {
    this.choices.update(choices => ({ ...choices, [path]: side }));
    this.#isAsking.set(true);
    this.#asked.next();
  }

  protected accept(): void {
    const result: MergeResult = { merging: this.merging()!, choices: this.choices() };
    this.modal.close(result);
  }
}
