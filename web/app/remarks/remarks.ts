import { isEnding } from '@core/ledger/stage';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, linkedSignal, output, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import type { EditionDetail } from '@contract/messages';
import type { Remarks as RemarkList } from '@contract/remarks';
import type { Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import type { MarkedWords } from './marked-words';
import { RemarksService } from './remarks.service';

type Remark = RemarkList[number];

/** What is remarked on an edition, in the words that it is about; answered, settled, and told to all at once. */
@Component({
  selector: 'almanac-remarks',
  imports: [FormsModule, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 class="group">
      <ng-container i18n>Remarks</ng-container>
      @if (openCount(); as count) {
        <span i18n class="chip ochre">{{ count }} open</span>
      }
    </h2>
    @for (remark of shown(); track remark.id) {
      <article [class.settled]="remark.settled">
        @if (remark.label || remark.quote || remark.title) {
          <p class="about">
            @if (several()) {
              {{ remark.title }}
            }
            {{ remark.label }}
            @if (remark.quote) {
              <q [class.gone]="remark.isGone">{{ remark.quote }}</q>
            }
            @if (remark.isGone) {
              <ng-container i18n>(these words are gone)</ng-container>
            }
          </p>
        }
        <p class="said">
          <b>{{ remark.by }}</b> {{ remark.body }} <span class="quiet">{{ remark.at | when: 'short' }}</span>
        </p>
        @for (answer of remark.answers; track answer.id) {
          <p class="said answer">
            <b>{{ answer.by }}</b> {{ answer.body }} <span class="quiet">{{ answer.at | when: 'short' }}</span>
          </p>
        }
        @if (remark.settled; as settled) {
          <p i18n class="quiet small">Settled by {{ settled.by }}, {{ settled.at | when: 'short' }}.</p>
        }
        @if (answering() === remark.id) {
          <form class="few" (ngSubmit)="answer(remark)">
            <label i18n class="visually-hidden" for="answer-{{ remark.id }}">Your answer</label>
            <textarea class="form-control" id="answer-{{ remark.id }}" name="answer" rows="2" [(ngModel)]="answerText"></textarea>
            <button i18n class="btn btn-plain" [disabled]="!answerText().trim()">Answer</button>
          </form>
        } @else if (mayRemark()) {
          <button i18n type="button" class="btn-word" (click)="answering.set(remark.id)">Answer</button>
        }
        @if (remark.maySettle && mayRemark()) {
          &ngsp;<button type="button" class="btn-word" (click)="settle(remark)">
            @if (remark.settled) {
              <ng-container i18n>Open it again</ng-container>
            } @else {
              <ng-container i18n>Settle it</ng-container>
            }
          </button>
        }
      </article>
    } @empty {
      <p i18n class="quiet">No remarks yet.</p>
    }
    @if (mayRemark()) {
      <details [open]="quote() !== ''">
        <summary i18n class="few">Remark on something</summary>
        <form class="few" (ngSubmit)="add()">
          <label i18n class="form-label" for="remark-place">On</label>
          <select class="form-select" id="remark-place" name="place" [(ngModel)]="place">
            <option i18n [ngValue]="''">all of it</option>
            @for (each of places(); track each.key) {
              <option [ngValue]="each.key">{{ each.label }}</option>
            }
          </select>
          @if (place()) {
            <label i18n class="form-label" for="remark-quote"
              >Which words <span class="quiet">(mark them in the comparison, or type them; empty is all of them)</span></label
            >
            <input class="form-control" id="remark-quote" name="quote" [class.is-invalid]="faultAt('/quote')" [(ngModel)]="quote" />
            @if (faultAt('/quote'); as words) {
              <p class="form-fault" role="alert">{{ words }}</p>
            }
          }
          <label i18n class="form-label" for="remark-body">What you remark</label>
          <textarea class="form-control" id="remark-body" name="body" rows="2" [(ngModel)]="body"></textarea>
          <button i18n class="btn btn-plain" [disabled]="!body().trim()">Remark</button>
        </form>
      </details>
    }
  `,
  styles: `
    h2 {
      margin-top: 16px;
      display: flex;
      gap: 8px;
      align-items: baseline;
    }
    article {
      border-left: 3px solid var(--ochre);
      padding: 2px 0 4px 10px;
      margin-bottom: 8px;
    }
    article.settled {
      border-left-color: var(--hair);
    }
    p {
      margin: 0 0 2px;
    }
    .about {
      color: var(--ink-2);
      font-size: 12px;
    }
    q {
      font: 13px/1.5 var(--title);
      color: var(--ink);
    }
    q.gone {
      text-decoration: line-through;
    }
    .said {
      overflow-wrap: anywhere;
      white-space: pre-wrap;
    }
    .answer {
      margin-inline-start: 16px;
    }
  `,
})
export class Remarks {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly edition = input.required<Pick<EditionDetail, 'id' | 'stage' | 'changes'>>();
  /** Words of a field that were marked, to be remarked on. */
  readonly marked = input<MarkedWords | null>(null);
  /** How many are not settled, whenever that is known anew. */
  readonly counted = output<number>();
  protected readonly remarks = signal<RemarkList>([]);
  protected readonly answering = signal('');
  protected readonly answerText = signal('');
  protected readonly place = linkedSignal(() => (this.marked() ? `${this.marked()!.proposalId} ${this.marked()!.field}` : ''));
  protected readonly quote = linkedSignal(() => this.marked()?.quote ?? '');
  protected readonly body = signal('');
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly openCount = computed(() => this.remarks().filter(each => !each.settled).length);
  protected readonly shown = computed(() => [...this.remarks()].sort((a, b) => Number(a.settled !== null) - Number(b.settled !== null)));
  protected readonly several = computed(() => this.edition().changes.length > 1);
  protected readonly mayRemark = computed(() => !isEnding(this.edition().stage));
  /** What can be remarked on: each change, and each field that it changes. */
  protected readonly places = computed(() =>
    this.edition().changes.flatMap(({ proposalId, title, fields }) => [
      { key: `${proposalId} `, label: $localize`“${title}” as a whole` },
      ...fields.map(each => ({ key: `${proposalId} ${each.field}`, label: this.several() ? `${title}: ${each.label}` : each.label })),
    ]),
  );

  constructor() {
    inject(RemarksService)
      .of(toObservable(computed(() => this.edition().id)))
      .pipe(takeUntilDestroyed(inject(DestroyRef)))
      .subscribe(remarks => this.#take(remarks));
  }

  protected faultAt(pointer: string): string | null {
    return this.problem()?.faultAt(pointer) ?? null;
  }

  protected add(): void {
    const [proposalId = '', field = ''] = this.place().split(/ (.*)/s);
    const wish = { proposalId: proposalId || null, field, quote: field ? this.quote().trim() : '', body: this.body() };
    this.#write(this.#api.addRemark(this.edition().id, wish), () => {
      this.body.set('');
      this.quote.set('');
    });
  }

  protected answer({ id }: Remark): void {
    this.#write(this.#api.addRemark(this.edition().id, { replyTo: id, body: this.answerText() }), () => {
      this.answering.set('');
      this.answerText.set('');
    });
  }

  protected settle({ id, settled }: Remark): void {
    this.#write(this.#api.settleRemark(id, settled === null), () => undefined);
  }

  // What was typed stays until it is stored.
  #write(writing: Observable<RemarkList>, then: () => void): void {
    this.problem.set(null);
    writing.subscribe({
      next: remarks => {
        this.#take(remarks);
        then();
      },
      error: (error: unknown) => {
        if (error instanceof ApiProblem && error.faultAt('/quote')) this.problem.set(error);
        else this.#messages.problem(error);
      },
    });
  }

  #take(remarks: RemarkList): void {
    this.remarks.set(remarks);
    this.counted.emit(this.openCount());
  }
}
