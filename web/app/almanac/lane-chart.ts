import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Almanac, AlmanacBar } from '@contract/almanac';
import { writeMoment } from '@core/format/moment';
import { SessionService } from '../state/session.service';
import { packLane, type PackedBar } from './packing';
import { type Mark, type Sight } from './zoom';

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
            @for (bar of lane.bars; track $index) {
              <button
                type="button"
                [class]="'bar ' + bar.state"
                [class.on]="bar.recordId === selected()"
                [class.open]="bar.until === null || bar.until > sight().until"
                [class.begun]="bar.from < sight().from"
                [attr.aria-pressed]="bar.recordId === selected()"
                [attr.aria-label]="words(bar)"
                [title]="words(bar)"
                [style.top.px]="1 + bar.row * 26"
                [style.left.%]="100 * bar.left"
                [style.width.%]="100 * (bar.right - bar.left)"
                (click)="chosen.emit(bar)"
              >
                {{ bar.title }}
              </button>
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
  readonly almanac = input.required<Almanac>();
  readonly sight = input.required<Sight>();
  readonly marks = input.required<readonly Mark[]>();
  /** The record whose bars are marked. */
  readonly selected = input('');
  readonly chosen = output<AlmanacBar>();
  protected readonly lanes = computed(() => this.almanac().lanes.map(lane => packLane(lane, this.sight())));
  protected readonly least = Math.min;

  protected share(at: number): number {
    const { from, until } = this.sight();
    return (at - from) / (until - from);
  }

  protected isNowInSight(): boolean {
    const { now } = this.almanac();
    return now >= this.sight().from && now < this.sight().until;
  }

  protected words(bar: PackedBar): string {
    const from = bar.from < this.sight().from ? $localize`since earlier` : $localize`from ${writeMoment(bar.from, this.#style)}`;
    const until = bar.until === null ? $localize`until further notice` : $localize`until ${writeMoment(bar.until, this.#style)}`;
    const proposed = bar.state === 'proposed' ? $localize`, only proposed` : '';
    return `${bar.title}: ${from}, ${until}${proposed}`;
  }
}
