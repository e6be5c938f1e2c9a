import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { isTest, testsOf, type RuleTree, type WhenTest } from '@core/rule/rule';
import { localTimeAt, type LocalTime } from '@core/schedule/local-time';
import { DateTime } from 'luxon';
import { MomentField } from '../shared/moment-field';
import { SessionService } from '../state/session.service';

/** In which time: a window, or a season that returns each year. */
@Component({
  selector: 'almanac-when-control',
  imports: [MomentField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isPlain()) {
      <fieldset class="kinds">
        <legend class="visually-hidden">When</legend>
        <label
          ><input type="radio" class="form-check-input" name="when-kind" [checked]="!season()" (change)="treeChange.emit({})" /> Once</label
        >
        <label
          ><input type="radio" class="form-check-input" name="when-kind" [checked]="season()" (change)="startSeason()" /> Every year</label
        >
      </fieldset>
      @if (season(); as each) {
        <div class="row-line">
          <div>
            <label class="form-label" for="season-from">First day</label
            ><input
              class="form-control"
              id="season-from"
              type="date"
              [value]="each.start.slice(0, 10)"
              (change)="setSeason($any($event.target).value, lastDay())"
            />
          </div>
          <div>
            <label class="form-label" for="season-last">Last day</label
            ><input
              class="form-control"
              id="season-last"
              type="date"
              [value]="lastDay()"
              (change)="setSeason(each.start.slice(0, 10), $any($event.target).value)"
            />
          </div>
        </div>
        <p class="form-help">Returns on the same days each year, whole days in the site’s time ({{ zone }}).</p>
        @if (isBackwards()) {
          <p class="form-fault" role="alert">The last day must lie after the first.</p>
        }
      } @else {
        <almanac-moment-field
          label="From"
          emptyMeans="Empty shows it from the moment it goes live."
          [value]="window()?.from ?? null"
          (valueChange)="setWindow($event, window()?.until ?? null)"
        />
        <almanac-moment-field
          label="Until"
          emptyMeans="Empty shows it until further notice."
          [value]="window()?.until ?? null"
          [fault]="fault()"
          (valueChange)="setWindow(window()?.from ?? null, $event)"
        />
      }
    } @else {
      <p class="notice-line">Its times are set by a deeper rule; its sentence says which.</p>
      <button class="btn btn-plain" (click)="treeChange.emit({})">Begin again with no times</button>
    }
  `,
  styles: `
    :host {
      display: block;
      width: 330px;
    }
    .kinds {
      display: flex;
      gap: 14px;
      margin-bottom: 8px;
    }
    label {
      display: inline-flex;
      gap: 6px;
      align-items: center;
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
  readonly #only = computed((): WhenTest | null => {
    const tests = testsOf(this.tree());
    return tests.length === 1 ? tests[0]! : null;
  });
  protected readonly window = computed(() => {
    const test = this.#only();
    return test?.test === 'window' ? test : null;
  });
  protected readonly season = computed(() => {
    const test = this.#only();
    return test?.test === 'recurring' && test.rule === 'FREQ=YEARLY' ? test : null;
  });
  protected readonly isPlain = computed(() => {
    const tree = this.tree();
    const tests = testsOf(tree);
    const hasNone = !isTest(tree) && (tree.none ?? []).length > 0;
    return !hasNone && (tests.length === 0 || this.window() !== null || this.season() !== null);
  });
  protected readonly lastDay = computed(() => shiftDay(this.season()?.end.slice(0, 10) ?? '', -1));
  protected readonly isBackwards = computed(() => (this.season() ? this.season()!.end <= this.season()!.start : false));
  protected readonly fault = computed(() => {
    const test = this.window();
    return test?.from && test.until && test.until.local <= test.from.local ? 'The end must lie after the beginning.' : null;
  });

  protected setWindow(from: LocalTime | null, until: LocalTime | null): void {
    this.treeChange.emit(from === null && until === null ? {} : { all: [{ test: 'window', from, until }] });
  }

  protected startSeason(): void {
    const today = localTimeAt(this.#session.site.now, this.zone).slice(0, 10);
    this.setSeason(today, shiftDay(today, 30));
  }

  protected setSeason(first: string, last: string): void {
    if (!first || !last) return;
    this.treeChange.emit({
      all: [{ test: 'recurring', start: `${first}T00:00`, end: `${shiftDay(last, 1)}T00:00`, zone: this.zone, rule: 'FREQ=YEARLY' }],
    });
  }
}

function shiftDay(day: string, days: number): string {
  return DateTime.fromISO(day, { zone: 'utc' }).plus({ days }).toISODate() ?? day;
}
