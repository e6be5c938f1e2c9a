import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Why, WhyQuestion } from '@contract/assembling';
import type { PlacementValue } from '@core/placement/placement';
import { catchError, map, of, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';

/** Something that would turn the outcome, made as an unsaved change. */
export interface WhyRemedy {
  readonly why: Why;
  readonly value: PlacementValue;
  readonly words: string;
}

const stepWords: Readonly<Record<string, string>> = {
  'page readers': 'Who may read the page',
  publication: 'Whether it is live',
  off: 'Its switch',
  'shared rule': 'Shared rules',
  where: 'Where',
  who: 'To whom',
  when: 'When',
  block: 'Its block',
  'block readers': 'Who may read the block',
  layout: 'The layout',
  'stand-in': 'What stands in',
  limit: 'How many it may hold',
};

/** Why a placement shows on a page or stays away: every step and test, and the smallest change that would turn it. */
@Component({
  selector: 'almanac-why-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>Why</h2>
      <button class="btn-word" (click)="closed.emit()">Close</button>
    </div>
    @if (answer(); as answer) {
      @if (answer.why; as why) {
        <p class="verdict title-face" [class.away]="!why.shows">{{ why.verdict }}</p>
        @if (why.reason) {
          <p class="quiet">Because: {{ why.reason }}</p>
        }
        <ol>
          @for (step of why.steps; track step.step) {
            <li [class.stops]="!step.holds">
              <span class="mark" aria-hidden="true">{{ step.holds ? '✓' : '✕' }}</span>
              <div>
                <b>{{ stepWords[step.step] }}</b> <span class="visually-hidden">{{ step.holds ? 'lets it through' : 'stops it' }}</span>
                <p>{{ step.words }}</p>
                @if (step.trace.length > 1 || (!step.holds && step.trace.length > 0)) {
                  <ul>
                    @for (line of step.trace; track $index) {
                      <li class="line" [style.padding-left.px]="line.depth * 14" [class.decides]="line.decides">
                        <span [class.no]="!line.holds">{{ line.holds ? 'yes' : 'no' }}</span> {{ line.words }}
                        @if (line.decides) {
                          <span class="chip">decides</span>
                        }
                      </li>
                    }
                  </ul>
                }
              </div>
            </li>
          }
        </ol>
        <h3>{{ why.shows ? 'What would take it off here' : 'What would bring it here' }}</h3>
        @for (remedy of why.remedies; track remedy.words) {
          <p class="remedy">
            <span>{{ remedy.words }}</span>
            @if (remedy.value && mayChange()) {
              <button class="btn btn-plain" (click)="wanted.emit({ why, value: remedy.value, words: remedy.words })">Do it</button>
            }
          </p>
        }
        <p class="form-help">What is done here is unsaved until you send it.</p>
      } @else {
        <p class="notice-line ember" role="alert">{{ answer.fault }}</p>
      }
    } @else {
      <p class="quiet">Looking…</p>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 12px 18px 20px;
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
    }
    .verdict {
      font-size: 15px;
      font-weight: 600;
      color: var(--leaf);
      margin: 2px 0 8px;
    }
    .verdict.away {
      color: var(--ink);
    }
    ol,
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    ol > li {
      display: flex;
      gap: 10px;
      border-bottom: 1px solid #ece6d9;
      padding: 4px 6px;
    }
    ol > .stops {
      background: #fff;
      border-left: 3px solid var(--ember);
    }
    .mark {
      color: var(--leaf);
      width: 12px;
      flex: none;
    }
    .stops .mark {
      color: var(--ember);
    }
    ol p {
      margin: 0;
      font-size: 12.5px;
    }
    .line {
      font-size: 12px;
      color: var(--ink-2);
      min-height: 20px;
    }
    .line.decides {
      color: var(--ink);
      font-weight: 600;
    }
    .line > span:first-child {
      display: inline-block;
      width: 24px;
      color: var(--leaf);
    }
    .line > .no:first-child {
      color: var(--ember);
    }
    h3 {
      margin: 12px 0 4px;
    }
    .remedy {
      display: flex;
      justify-content: space-between;
      gap: 10px;
      align-items: center;
      margin: 0;
      padding: 3px 0;
      border-bottom: 1px solid #ece6d9;
    }
  `,
})
export class WhyPanel {
  readonly #api = inject(ApiClient);
  /** Which placement, from which vantage, with which changes. */
  readonly question = input.required<WhyQuestion>();
  readonly mayChange = input(true);
  readonly closed = output<void>();
  readonly wanted = output<WhyRemedy>();
  protected readonly stepWords = stepWords;
  readonly #key = computed(() => JSON.stringify(this.question()));
  protected readonly answer = toSignal(
    toObservable(this.#key).pipe(
      switchMap(key =>
        this.#api.why(JSON.parse(key) as WhyQuestion).pipe(
          map(why => ({ why, fault: '' })),
          catchError((error: unknown) => of({ why: null, fault: error instanceof Error ? error.message : '' })),
        ),
      ),
    ),
    { initialValue: null },
  );
}
