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
  'page readers': $localize`Who may read the page`,
  publication: $localize`Whether it is live`,
  off: $localize`Its switch`,
  'shared rule': $localize`Shared rules`,
  where: $localize`Where`,
  who: $localize`To whom`,
  when: $localize`When`,
  block: $localize`Its block`,
  'block readers': $localize`Who may read the block`,
  layout: $localize`The layout`,
  'stand-in': $localize`What stands in`,
  limit: $localize`How many it may hold`,
};

/** Why a placement shows on a page or stays away: every step and test, and the smallest change that would turn it. */
@Component({
  selector: 'almanac-why-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2 i18n>Why</h2>
      <button i18n class="btn-word" (click)="closed.emit()">Close</button>
    </div>
    @if (answer(); as answer) {
      @if (answer.why; as why) {
        <p class="verdict title-face" [class.away]="!why.shows">{{ why.verdict }}</p>
        @if (why.reason) {
          <p i18n class="quiet">Because: {{ why.reason }}</p>
        }
        <ol>
          @for (step of why.steps; track step.step) {
            <li [class.stops]="!step.holds">
              <span class="mark" aria-hidden="true">{{ step.holds ? '✓' : '✕' }}</span>
              <div>
                <b>{{ stepWords[step.step] }}</b>
                <span class="visually-hidden">
                  @if (step.holds) {
                    <ng-container i18n>lets it through</ng-container>
                  } @else {
                    <ng-container i18n>stops it</ng-container>
                  }
                </span>
                <p>{{ step.words }}</p>
                @if (step.trace.length > 1 || (!step.holds && step.trace.length > 0)) {
                  <ul>
                    @for (line of step.trace; track $index) {
                      <li class="line" [style.padding-left.px]="line.depth * 14" [class.decides]="line.decides">
                        <span [class.no]="!line.holds">
                          @if (line.holds) {
                            <ng-container i18n>yes</ng-container>
                          } @else {
                            <ng-container i18n>no</ng-container>
                          }
                        </span>
                        {{ line.words }}
                        @if (line.decides) {
                          <span i18n class="chip">decides</span>
                        }
                      </li>
                    }
                  </ul>
                }
              </div>
            </li>
          }
        </ol>
        <h3>
          @if (why.shows) {
            <ng-container i18n>What would take it off here</ng-container>
          } @else {
            <ng-container i18n>What would bring it here</ng-container>
          }
        </h3>
        @for (remedy of why.remedies; track remedy.words) {
          <p class="remedy">
            <span>{{ remedy.words }}</span>
            @if (remedy.value && mayChange()) {
              <button i18n class="btn btn-plain" (click)="wanted.emit({ why, value: remedy.value, words: remedy.words })">Do it</button>
            }
          </p>
        }
        <p i18n class="form-help">What is done here is unsaved until you send it.</p>
      } @else {
        <p class="notice-line ember" role="alert">{{ answer.fault }}</p>
      }
    } @else {
      <p i18n class="quiet">Looking…</p>
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
