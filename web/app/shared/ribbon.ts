import { ChangeDetectionStrategy, Component, computed, type ElementRef, inject, input, output, signal, viewChild } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { OverlayWish, Ribbon } from '@contract/messages';
import { writeFullMoment } from '@core/format/moment';
import { gapsWithin } from '@core/schedule/interval';
import { localTimeAt, instantOf } from '@core/schedule/local-time';
import { scaleLinear } from 'd3-scale';
import { DateTime } from 'luxon';
import { catchError, distinctUntilChanged, of, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { SessionService } from '../state/session.service';

const day = 86_400_000;
/** How much time the ribbon shows, and how much of it lies before now. */
const spanDays = 84;
const daysBefore = 21;
const mostLanes = 3;

interface Bar {
  readonly x: number;
  readonly width: number;
  readonly text: string;
  readonly textX: number;
  /** What it is: as readers have it, a hole in that, as unsaved changes or a proposal would have it, or as it no longer would be. */
  readonly look: 'open' | 'gap' | 'unsaved' | 'proposed' | 'left';
  readonly words: string;
}
interface Lane {
  readonly recordId: string;
  readonly title: string;
  readonly isSelected: boolean;
  readonly bars: readonly Bar[];
}

/** Weeks ahead and behind, a lane per placement or page, and the moment, which can be dragged along. */
@Component({
  selector: 'almanac-ribbon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      #drawing
      [attr.viewBox]="'0 0 ' + width + ' 104'"
      preserveAspectRatio="none"
      (pointerdown)="grab($event)"
      (pointermove)="drag($event)"
      (pointerup)="release()"
      (pointercancel)="release()"
      role="group"
      aria-label="Time ribbon"
      i18n-aria-label
    >
      <defs>
        <pattern id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="#fff8f5" />
          <path d="M0 0V6" stroke="#e2b5a8" stroke-width="1.5" />
        </pattern>
      </defs>
      <path [attr.d]="'M0 18H' + width" stroke="var(--hair)" />
      @for (month of months(); track month.x) {
        <path [attr.d]="'M' + month.x + ' 2V102'" stroke="var(--hair)" />
        <text [attr.x]="month.x + 4" y="12" class="month">{{ month.text }}</text>
      }
      @for (week of weeks(); track week.x) {
        <text [attr.x]="week.x" y="29" class="day">{{ week.text }}</text>
      }
      @for (lane of lanes(); track lane.recordId; let index = $index) {
        <g (click)="laneChosen.emit(lane.recordId)" class="lane" [class.selected]="lane.isSelected">
          @for (bar of lane.bars; track $index) {
            <rect [attr.x]="bar.x" [attr.y]="35 + index * 20" [attr.width]="bar.width" height="16" [attr.class]="bar.look">
              <title>{{ bar.words }}</title>
            </rect>
            @if (bar.text) {
              <text [attr.x]="bar.textX" [attr.y]="47 + index * 20" [class.gap-text]="bar.look === 'gap'">{{ bar.text }}</text>
            }
          }
        </g>
      }
      @if (lanes().length === 0) {
        <text i18n x="6" y="52" class="day start">Nothing here opens or closes in these weeks.</text>
      }
      <path [attr.d]="'M' + nowX() + ' 33V96'" stroke="var(--ink)" stroke-dasharray="2 3" />
      <text i18n [attr.x]="nowX() + 4" y="103" class="now">now</text>
      @for (at of changes(); track at) {
        <path [attr.d]="'M' + at + ' 14l3 4l-3 4l-3 -4z'" fill="var(--ink-2)" />
      }
      <g
        class="moment"
        role="slider"
        tabindex="0"
        aria-label="Moment"
        i18n-aria-label
        [attr.aria-valuemin]="from()"
        [attr.aria-valuemax]="until()"
        [attr.aria-valuenow]="shown()"
        [attr.aria-valuetext]="valueText()"
        (keydown)="step($event)"
      >
        <rect [attr.x]="momentX() - 12" y="4" width="24" height="98" fill="transparent" />
        <path [attr.d]="'M' + momentX() + ' 18V102'" stroke="var(--ember)" stroke-width="2" />
        <path [attr.d]="'M' + (momentX() - 7) + ' 13h14l-7 9z'" fill="var(--ember)" />
      </g>
    </svg>
    @if (steady() > 0) {
      <p i18n class="steady">{steady(), plural, =1 {and 1 that shows all the time} other {and {{ steady() }} that show all the time}}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
    }
    svg {
      width: 100%;
      height: 104px;
      display: block;
      touch-action: none;
      cursor: pointer;
      overflow: visible;
    }
    text {
      font: 11px var(--text);
      fill: var(--tide);
      pointer-events: none;
    }
    .month {
      fill: var(--ink-2);
    }
    .day {
      fill: var(--ink-2);
      font-size: 10px;
      text-anchor: middle;
    }
    .day.start {
      text-anchor: start;
    }
    .now {
      fill: var(--ink);
      font-size: 10px;
    }
    .lane rect {
      fill: var(--tide-wash);
      stroke: var(--tide);
    }
    .lane.selected rect {
      stroke-width: 2;
    }
    .lane rect.gap {
      fill: url(#hatch);
      stroke: var(--ember);
      stroke-dasharray: 3 3;
      stroke-width: 1;
    }
    .lane rect.unsaved {
      fill: #f6e7b8;
      stroke: var(--ochre);
      stroke-width: 2;
    }
    .lane rect.proposed {
      fill: none;
      stroke: var(--ochre);
      stroke-width: 1.5;
      stroke-dasharray: 4 3;
    }
    .lane rect.left {
      fill: none;
      stroke: var(--ink-2);
      stroke-dasharray: 1 3;
    }
    .gap-text {
      fill: #8f2d1b;
    }
    .moment {
      cursor: ew-resize;
      outline: none;
    }
    .moment:focus-visible path {
      stroke-width: 4;
    }
    .steady {
      position: absolute;
      right: 20px;
      bottom: -2px;
      margin: 0;
      font-size: 11px;
      color: var(--ink-2);
    }
  `,
})
export class TimeRibbon {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  protected readonly width = 1240;
  /** What stands on a page; null is the pages themselves. */
  readonly page = input.required<string | null>();
  readonly moment = input.required<number | null>();
  readonly selected = input('');
  /** Changes that are not saved, and editions on their way, with which the page is looked at. */
  readonly unsaved = input<readonly OverlayWish[]>([]);
  readonly withEditions = input<readonly string[]>([]);
  /** Changes when the plan may have. */
  readonly revision = input(0);
  readonly momentChange = output<number | null>();
  readonly laneChosen = output<string>();
  private readonly drawing = viewChild.required<ElementRef<SVGSVGElement>>('drawing');
  readonly #dragged = signal<number | null>(null);
  readonly #now = this.#session.site.now;
  protected readonly from = computed(() => {
    const moment = this.moment() ?? this.#now;
    const usual = startOfDay(this.#now - daysBefore * day, this.#session.site.zone);
    const isInSight = moment >= usual && moment < usual + spanDays * day;
    return isInSight ? usual : startOfDay(moment - daysBefore * day, this.#session.site.zone);
  });
  protected readonly until = computed(() => this.from() + spanDays * day);
  readonly #question = computed(() => ({
    question: {
      page: this.page(),
      from: this.from(),
      until: this.until(),
      withEditions: [...this.withEditions()],
      changes: [...this.unsaved()],
    },
    revision: this.revision(),
  }));
  readonly #ribbon = toSignal(
    toObservable(this.#question).pipe(
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
      switchMap(({ question }) => (question.page === '' ? of(null) : this.#api.readRibbon(question).pipe(catchError(() => of(null))))),
    ),
    { initialValue: null as Ribbon | null },
  );
  readonly #x = computed(() => scaleLinear([this.from(), this.until()], [0, this.width]));
  protected readonly shown = computed(() => this.#dragged() ?? this.moment() ?? this.#now);
  protected readonly momentX = computed(() => this.#x()(this.shown()));
  protected readonly nowX = computed(() => this.#x()(this.#now));
  protected readonly valueText = computed(() => writeFullMoment(this.shown(), this.#session.style));
  protected readonly changes = computed(() => (this.#ribbon()?.changes ?? []).map(at => this.#x()(at)));
  protected readonly months = computed(() => this.#marks('month', 'MMMM', 1));
  protected readonly weeks = computed(() => this.#marks('week', 'd', 1));
  readonly #changing = computed(() =>
    (this.#ribbon()?.lanes ?? []).filter(lane => lane.recordId === this.selected() || isChanging(lane, this.from(), this.until())),
  );
  protected readonly steady = computed(() => (this.#ribbon()?.lanes.length ?? 0) + (this.#ribbon()?.others ?? 0) - this.#changing().length);
  protected readonly lanes = computed((): readonly Lane[] => {
    const chosen = [...this.#changing()].sort((a, b) => weightOf(b, this.selected()) - weightOf(a, this.selected())).slice(0, mostLanes);
    return chosen.map(lane => ({
      recordId: lane.recordId,
      title: lane.title,
      isSelected: lane.recordId === this.selected(),
      bars: this.#barsOf(lane),
    }));
  });

  protected grab(event: PointerEvent): void {
    if ((event.target as Element).closest('.lane')) return;
    this.drawing().nativeElement.setPointerCapture(event.pointerId);
    this.#dragged.set(this.#instantAt(event));
  }

  protected drag(event: PointerEvent): void {
    if (this.#dragged() === null) return;
    const at = this.#instantAt(event);
    if (at === this.#dragged()) return;
    this.#dragged.set(at);
    this.momentChange.emit(at);
  }

  protected release(): void {
    const at = this.#dragged();
    this.#dragged.set(null);
    if (at !== null) this.momentChange.emit(at);
  }

  protected step(event: KeyboardEvent): void {
    const steps: Readonly<Record<string, number>> = {
      ArrowRight: day,
      ArrowUp: day,
      ArrowLeft: -day,
      ArrowDown: -day,
      PageUp: 7 * day,
      PageDown: -7 * day,
    };
    const by = event.shiftKey ? (steps[event.key] ?? 0) / 24 : steps[event.key];
    if (event.key === 'Home') this.momentChange.emit(null);
    else if (by) this.momentChange.emit(this.shown() + by);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** The nearest change before or after a moment; null when none is in sight. */
  neighbour(direction: 1 | -1): number | null {
    const at = this.shown();
    const ahead = (this.#ribbon()?.changes ?? []).filter(each => (direction > 0 ? each > at : each < at));
    return ahead.length === 0 ? null : direction > 0 ? Math.min(...ahead) : Math.max(...ahead);
  }

  // A change within reach of the pointer takes the moment to the very instant; elsewhere it moves by the hour.
  #instantAt(event: PointerEvent): number {
    const box = this.drawing().nativeElement.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * this.width;
    const near = (this.#ribbon()?.changes ?? []).find(at => Math.abs(this.#x()(at) - x) < 5);
    return near ?? Math.round(this.#x().invert(Math.min(this.width, Math.max(0, x))) / 3_600_000) * 3_600_000;
  }

  #barsOf({ title, open, changed, proposed }: Ribbon['lanes'][number]): readonly Bar[] {
    const x = this.#x();
    const { from, until } = { from: this.from(), until: this.until() };
    const bar = (each: { from: number; until: number }, text: string, look: Bar['look'], words: string): Bar => {
      const [left, right] = [x(Math.max(from, each.from)), x(Math.min(until, each.until))];
      return { x: left, width: Math.max(2, right - left), ...labelFor(text, left, right, this.width, look === 'gap'), look, words };
    };
    const shown = changed ?? open;
    const whole = shown.length === 0 ? null : { from: shown[0]!.from, until: shown.at(-1)!.until };
    const gaps = whole ? gapsWithin(whole, shown) : [];
    const look = changed ? 'unsaved' : 'open';
    const isNamed = shown.length > 0;
    return [
      ...(changed ? open.map(each => bar(each, '', 'left', $localize`${title}, as it is`)) : []),
      ...shown.map(each => bar(each, title, look, changed ? $localize`${title}, with what is unsaved` : title)),
      ...gaps.map(each => bar(each, $localize`nothing planned`, 'gap', $localize`nothing planned`)),
      ...proposed.flatMap(({ edition, open: then }) =>
        then.map(each => bar(each, isNamed ? '' : title, 'proposed', $localize`${title}, proposed with “${edition}”`)),
      ),
    ];
  }

  #marks(unit: 'month' | 'week', format: string, step: number): readonly { x: number; text: string }[] {
    const { zone, locale } = this.#session.style;
    const marks: { x: number; text: string }[] = [];
    let at = DateTime.fromMillis(this.from(), { zone, locale }).startOf(unit);
    for (; at.toMillis() < this.until(); at = at.plus({ [unit]: step })) {
      if (at.toMillis() >= this.from() - (unit === 'month' ? 0 : -day))
        marks.push({ x: this.#x()(at.toMillis()), text: at.toFormat(format) });
    }
    return marks;
  }
}

/** The name of a bar: in it, cut to fit; beside a bar too short for any of it, where there is room. A gap goes without. */
export function labelFor(text: string, left: number, right: number, width: number, isGap: boolean): { text: string; textX: number } {
  const perLetter = 6;
  const room = Math.floor((right - left - 12) / perLetter);
  if (room >= text.length) return { text, textX: left + 7 };
  if (room >= 8) return { text: `${text.slice(0, room - 1)}…`, textX: left + 7 };
  const fitsBeside = !isGap && right + 6 + text.length * perLetter < width;
  return { text: fitsBeside ? text : '', textX: right + 6 };
}

// What is chosen comes first, then what is being changed, then what is proposed.
function weightOf(lane: Ribbon['lanes'][number], selected: string): number {
  return (lane.recordId === selected ? 4 : 0) + (lane.changed ? 2 : 0) + (lane.proposed.length > 0 ? 1 : 0);
}

function isChanging(lane: Ribbon['lanes'][number], from: number, until: number): boolean {
  if (lane.changed !== null || lane.proposed.length > 0) return true;
  return lane.open.length > 1 || lane.open.some(each => each.from > from || each.until < until);
}

function startOfDay(instant: number, zone: string): number {
  return instantOf({ local: `${localTimeAt(instant, zone).slice(0, 10)}T00:00`, zone });
}
