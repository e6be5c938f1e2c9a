import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { nextDates, nextDateWords } from '@core/rule/next-dates';
import type { RuleTree, WhenTest } from '@core/rule/rule';
import { withDates } from '@core/rule/shared-rule';
import type { LocalTime } from '@core/schedule/local-time';
import { ruleOfSeason } from '@core/season/season';
import { MomentField } from '../shared/moment-field';
import { textIn } from '../shared/typed-event';
import { SeasonsService } from '../state/seasons.service';
import { SessionService } from '../state/session.service';
import { HoursField } from './hours-field';
import { firstAgain, WhenAgain } from './when-again';
import { treeOfWhenChoice, whenChoiceOf, type WhenChoice } from './when-choice';
import { WhenExceptions } from './when-exceptions';

/** How many of the next dates are told. */
const mostNext = 10;

/** In which time: from and until, and within that a season each year, some weekdays, or some hours each day. */
@Component({
  selector: 'almanac-when-control',
  imports: [MomentField, HoursField, WhenAgain, WhenExceptions],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (choice(); as now) {
      <almanac-moment-field
        label="From"
        i18n-label
        emptyMeans="Empty shows it from the moment it goes live."
        i18n-emptyMeans
        [value]="now.window?.from ?? null"
        (valueChange)="setWindow($event, now.window?.until ?? null)"
      />
      <almanac-moment-field
        label="Until"
        i18n-label
        emptyMeans="Empty shows it until further notice."
        i18n-emptyMeans
        [value]="now.window?.until ?? null"
        [fault]="fault()"
        (valueChange)="setWindow(now.window?.from ?? null, $event)"
      />
      <fieldset class="kinds">
        <legend i18n>Within that</legend>
        @for (each of kinds(); track each.kind) {
          <label
            ><input type="radio" class="form-check-input" name="when-kind" [checked]="now.kind === each.kind" (change)="begin(each.kind)" />
            {{ each.label }}</label
          >
        }
      </fieldset>
      @if (now.again; as test) {
        <almanac-when-again [kind]="$any(now.kind)" [test]="test" (testChange)="set({ again: $event })" />
      }
      @if (now.kind === 'named') {
        @if (seasons.rows().length > 0) {
          <select class="form-select" aria-label="Season" i18n-aria-label (change)="nameSeason(textIn($event))">
            @for (each of seasons.rows(); track each.id) {
              <option [value]="each.id" [selected]="each.id === now.named?.season">{{ each.title }}</option>
            }
          </select>
        }
      }
      @if (now.daily; as each) {
        <almanac-hours-field [from]="each.from" [until]="each.until" (hoursChange)="setDaily($event[0], $event[1])" />
      }
      <almanac-when-exceptions [except]="now.except" (exceptChange)="set({ except: $event })" />
      @if (next().length > 0) {
        <p class="form-help next">
          <ng-container i18n>Next, in the site’s time ({{ zone }}):</ng-container>
        </p>
        <ol class="form-help">
          @for (each of isLong() ? next() : next().slice(0, 2); track $index) {
            <li>{{ each }}</li>
          }
        </ol>
        @if (next().length > 2 && !isLong()) {
          <button i18n class="btn-word" (click)="isLong.set(true)">The next {{ next().length }}</button>
        }
      }
    }
  `,
  styles: `
    :host {
      display: block;
      width: 400px;
    }
    .kinds {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      margin: 4px 0 8px;
    }
    legend {
      font-size: 12px;
      font-weight: 600;
      margin: 0;
    }
    label {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      min-height: 24px;
    }
    .next {
      margin: 6px 0 0;
    }
    ol {
      margin: 0;
      padding-left: 18px;
    }
    .form-check-input {
      margin: 0;
    }
  `,
})
export class WhenControl {
  readonly #session = inject(SessionService);
  protected readonly zone = this.#session.site.zone;
  readonly tree = input.required<RuleTree<WhenTest>>();
  readonly treeChange = output<RuleTree<WhenTest>>();
  protected readonly textIn = textIn;
  protected readonly seasons = inject(SeasonsService);
  protected readonly isLong = signal(false);
  protected readonly kinds = computed((): readonly { kind: WhenChoice['kind']; label: string }[] => [
    { kind: 'always', label: $localize`all the time` },
    { kind: 'yearly', label: $localize`every year` },
    ...(this.seasons.rows().length > 0 ? [{ kind: 'named' as const, label: $localize`during a season` }] : []),
    { kind: 'weekdays', label: $localize`on weekdays` },
    { kind: 'monthly', label: $localize`once a month` },
    { kind: 'daily', label: $localize`hours each day` },
  ]);
  /** Null when the tree holds more than these controls can say. */
  protected readonly choice = computed(() => whenChoiceOf(this.tree()));
  protected readonly fault = computed(() => {
    const window = this.choice()?.window;
    return window?.from && window.until && window.until.local <= window.from.local
      ? $localize`The end must lie after the beginning.`
      : null;
  });
  /** When it is next, for whatever comes again or has exceptions, and why a date is not quite when one would think. */
  protected readonly next = computed((): readonly string[] => {
    const choice = this.choice();
    if (!choice || (choice.kind === 'always' && choice.except.length === 0)) return [];
    const { style } = this.#session;
    const seasons = new Map(this.seasons.rows().map(each => [each.id, ruleOfSeason(each.value)]));
    return nextDates(withDates(this.tree(), seasons), style.now, mostNext).map(each => nextDateWords(each, style));
  });

  protected setWindow(from: LocalTime | null, until: LocalTime | null): void {
    this.set({ window: from === null && until === null ? null : { test: 'window', from, until } });
  }

  protected begin(kind: WhenChoice['kind']): void {
    const fresh = { kind, again: null, daily: null, named: null };
    const { now, zone } = this.#session.site;
    if (kind === 'yearly' || kind === 'weekdays' || kind === 'monthly') this.set({ ...fresh, again: firstAgain(kind, now, zone) });
    else if (kind === 'daily') this.set({ ...fresh, daily: { test: 'time of day', from: '09:00', until: '17:00', zone } });
    else if (kind === 'named') this.set({ ...fresh, named: { test: 'season', season: this.seasons.rows()[0]!.id } });
    else this.set(fresh);
  }

  protected nameSeason(season: string): void {
    this.set({ named: { test: 'season', season } });
  }

  protected setDaily(from: string, until: string): void {
    if (from && until && from !== until) this.set({ daily: { test: 'time of day', from, until, zone: this.zone } });
  }

  protected set(part: Partial<WhenChoice>): void {
    this.treeChange.emit(treeOfWhenChoice({ ...this.choice()!, ...part }));
  }
}
