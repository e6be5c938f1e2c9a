import { ChangeDetectionStrategy, Component, computed, inject, input, model, output } from '@angular/core';
import type { Almanac, AlmanacBar } from '@contract/almanac';
import { writeMoment } from '@core/format/moment';
import { SessionService } from '../state/session.service';
import { packLane, type PackedBar } from './packing';
import { gripsOf, movedBy, standingWith, type Grip, type MovedBar, type Moving } from './hand';
import { stepsIn } from './snap';
import { type Mark, type Sight } from './zoom';

const endWords: Readonly<Record<NonNullable<AlmanacBar['then']>, string>> = {
  earlier: $localize`, then the earlier comes back`,
  next: $localize`, then what is planned next`,
  nothing: '',
};

/** How near to an edge a press takes hold of it, and how far a press moves before it drags, in pixels. */
const handleWidth = 7;
const leastDrag = 4;

/** The plan drawn: time across, lanes down, a bar for all that begins or ends. */
@Component({
  selector: 'almanac-lane-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="axis" aria-hidden="true">
      @for (mark of marks(); track $index) {
        <span class="tick" [class.heavy]="mark.isHeavy" [style.left.%]="100 * share(mark.at)">{{ mark.text }}</span>
      }
      @for (cliff of almanac().cliffs; track cliff.at) {
        <span class="notch" [style.left.%]="100 * share(cliff.at)" [style.height.px]="4 + 2 * least(cliff.count, 8)"></span>
      }
    </div>
    <div class="lanes">
      <div class="grid" aria-hidden="true">
        @for (mark of marks(); track $index) {
          @if (mark.isHeavy) {
            <span class="line" [style.left.%]="100 * share(mark.at)"></span>
          }
        }
        @if (isNowInSight()) {
          <span class="line now" [style.left.%]="100 * share(almanac().now)"></span>
        }
      </div>
      @for (lane of lanes(); track lane.key) {
        <section [attr.aria-label]="lane.label">
          <h3>
            {{ lane.label }}
            @if (lane.steady > 0) {
              <span i18n class="quiet">{lane.steady, plural, =1 {and 1 that stays} other {and {{ lane.steady }} that stay}}</span>
            }
          </h3>
          <div class="lane" [style.height.px]="lane.rows * 26 + 2">
            @for (gap of lane.gaps; track $index) {
              <span
                class="gap"
                role="img"
                aria-label="nothing planned"
                i18n-aria-label
                title="nothing planned"
                i18n-title
                [style.left.%]="100 * gap.left"
                [style.width.%]="100 * (gap.right - gap.left)"
              ></span>
            }
            @for (each of lane.bars; track $index) {
              <button
                type="button"
                [class]="'bar ' + each.bar.state"
                [class.on]="each.bar.recordId === selected()"
                [class.open]="each.bar.until === null || each.bar.until > sight().until"
                [class.begun]="each.bar.from < sight().from"
                [class.gives-way]="isEndInSight(each.bar) && each.bar.then !== 'nothing'"
                [class.leaves-nothing]="isEndInSight(each.bar) && each.bar.then === 'nothing'"
                [class.left]="standingWith(moved(), each.bar) !== null"
                [class.movable]="each.grips.includes('whole')"
                [class.ends-freely]="each.grips.includes('until')"
                [class.begins-freely]="each.grips.includes('from')"
                [attr.aria-pressed]="each.bar.recordId === selected()"
                [attr.aria-label]="each.words"
                [attr.aria-description]="each.grips.length > 0 ? byKeyboard : null"
                [title]="each.words"
                [style.top.px]="1 + each.row * 26"
                [style.left.%]="100 * each.left"
                [style.width.%]="100 * (each.right - each.left)"
                (pointerdown)="take($event, each)"
                (keydown)="step($event, each.bar)"
                (click)="choose(each.bar)"
              >
                {{ each.bar.title }}
              </button>
              @if (standingWith(moved(), each.bar); as then) {
                <span
                  class="bar moved"
                  [class.open]="then.until === null || then.until > sight().until"
                  [style.top.px]="1 + each.row * 26"
                  [style.left.%]="100 * within(then.from)"
                  [style.width.%]="100 * (within(then.until ?? sight().until) - within(then.from))"
                  >{{ each.bar.title }}</span
                >
              }
            }
          </div>
        </section>
      } @empty {
        <p i18n class="quiet none">Nothing begins or ends here in this time.</p>
      }
    </div>
  `,
  styleUrl: './lane-chart.css',
})
export class LaneChart {
  readonly #style = inject(SessionService).style;
  readonly #zone = inject(SessionService).site.zone;
  readonly almanac = input.required<Almanac>();
  readonly sight = input.required<Sight>();
  readonly marks = input.required<readonly Mark[]>();
  /** The record whose bars are marked. */
  readonly selected = input('');
  /** The name of the zoom, by which bars snap. */
  readonly zoom = input('quarter');
  /** A bar that was moved and not saved yet. */
  readonly moved = model<MovedBar | null>(null);
  readonly chosen = output<AlmanacBar>();
  protected readonly lanes = computed(() =>
    this.almanac().lanes.map(lane => {
      const packed = packLane(lane, this.sight());
      return {
        ...packed,
        bars: packed.bars.map(each => ({ ...each, grips: gripsOf(each.bar, this.sight()), words: this.#words(each.bar) })),
      };
    }),
  );
  // Much begins and ends together, and to write a moment takes longer than to draw a bar.
  readonly #written = new Map<number, string>();
  protected readonly standingWith = standingWith;
  protected readonly least = Math.min;
  protected readonly byKeyboard = $localize`Arrow keys move it; with Shift its end, with Alt its beginning.`;
  /** Whether the press that ends now moved something: then it is no choice. */
  #wasDragged = false;

  protected share(at: number): number {
    const { from, until } = this.sight();
    return (at - from) / (until - from);
  }

  protected isEndInSight({ until }: AlmanacBar): boolean {
    return until !== null && until <= this.sight().until;
  }

  protected isNowInSight(): boolean {
    const { now } = this.almanac();
    return now >= this.sight().from && now < this.sight().until;
  }

  /** A share of what is in sight, cut at its edges. */
  protected within(at: number): number {
    return Math.min(1, Math.max(0, this.share(at)));
  }

  protected choose(bar: AlmanacBar): void {
    if (!this.#wasDragged) this.chosen.emit(bar);
    this.#wasDragged = false;
  }

  // One listener on what was pressed, rather than a directive on each of two thousand bars.
  protected take(event: PointerEvent, { bar, grips }: PackedBar & { readonly grips: readonly Grip[] }): void {
    this.#wasDragged = false;
    if (event.button !== 0 || grips.length === 0) return;
    const button = event.currentTarget as HTMLElement;
    const box = button.getBoundingClientRect();
    const near = (edge: number) => Math.abs(event.clientX - edge) <= handleWidth;
    const [left, right] = getComputedStyle(button).direction === 'rtl' ? [box.right, box.left] : [box.left, box.right];
    const grip: Grip = grips.includes('until') && near(right) ? 'until' : grips.includes('from') && near(left) ? 'from' : 'whole';
    if (!grips.includes(grip)) return;
    const { from, until } = this.sight();
    const perPixel = (until - from) / button.parentElement!.getBoundingClientRect().width;
    const begun = this.#standing(bar);
    const stop = new AbortController();
    const { signal } = stop;
    let shown = 0;
    button.setPointerCapture(event.pointerId);
    const follow = (move: PointerEvent) => {
      const distance = move.clientX - event.clientX;
      if (!this.#wasDragged && Math.abs(distance) < leastDrag) return;
      this.#wasDragged = true;
      const steps = stepsIn(this.zoom(), distance * perPixel);
      if (steps === shown) return;
      shown = steps;
      this.moved.set(movedBy(begun, grip, steps, this.#moving()));
    };
    button.addEventListener('pointermove', follow, { signal });
    for (const over of ['pointerup', 'pointercancel'] as const) button.addEventListener(over, () => stop.abort(), { signal });
    document.addEventListener(
      'keydown',
      key => {
        if (key.key !== 'Escape') return;
        key.preventDefault();
        this.moved.set(null);
        stop.abort();
      },
      { signal, capture: true },
    );
  }

  protected step(event: KeyboardEvent, bar: AlmanacBar): void {
    if (event.ctrlKey || event.metaKey || !['ArrowLeft', 'ArrowRight'].includes(event.key)) return;
    const isBackwards = (event.key === 'ArrowLeft') !== (getComputedStyle(event.currentTarget as HTMLElement).direction === 'rtl');
    const grip: Grip = event.shiftKey ? 'until' : event.altKey ? 'from' : 'whole';
    if (gripsOf(bar, this.sight()).length === 0) return;
    event.preventDefault();
    this.moved.set(movedBy(this.#standing(bar), grip, isBackwards ? -1 : 1, this.#moving()));
  }

  // As it was moved so far, or as it is.
  #standing(bar: AlmanacBar): MovedBar {
    const moved = this.moved();
    return moved?.bar === bar ? moved : { bar, from: bar.from, until: bar.until };
  }

  #moving(): Moving {
    return { sight: this.sight(), zoom: this.zoom(), zone: this.#zone, now: this.almanac().now };
  }

  #write(moment: number): string {
    const known = this.#written.get(moment) ?? writeMoment(moment, this.#style);
    this.#written.set(moment, known);
    return known;
  }

  #words(bar: AlmanacBar): string {
    const from = bar.from < this.sight().from ? $localize`since earlier` : $localize`from ${this.#write(bar.from)}`;
    const until = bar.until === null ? $localize`until further notice` : $localize`until ${this.#write(bar.until)}`;
    const then = bar.then === null ? '' : endWords[bar.then];
    const proposed = bar.state === 'proposed' ? $localize`, only proposed` : '';
    return `${bar.title}: ${from}, ${until}${then}${proposed}`;
  }
}
