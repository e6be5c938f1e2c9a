import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PlannedRow } from '@contract/today';
import { localTimeAt } from '@core/schedule/local-time';
import { placesOf } from '../kinds/index';
import { SessionService } from '../state/session.service';

/** What becomes of something planned, as its sentence says it. */
export const plannedVerbs: Readonly<Record<PlannedRow['what'], string>> = {
  'goes live': $localize`goes live`,
  changes: $localize`takes new words`,
  ends: $localize`ends`,
  opens: $localize`begins to show`,
  closes: $localize`stops showing`,
  'is shelved': $localize`goes to the back shelf`,
};

/** Something that readers will notice by itself: when, what, where, and a way to look at it then. */
@Component({
  selector: 'almanac-planned-line',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.past]': 'isPast()' },
  template: `
    <time class="clock">{{ time() }}</time>
    <span class="mark" [class.end]="isEnd()" aria-hidden="true"></span>
    <span class="what">
      @if (isChoosable()) {
        <button type="button" class="btn-word title" (click)="chosen.emit()">{{ change().title }}</button>
      } @else {
        <b>{{ change().title }}</b>
      }
      {{ verb() }} <span class="quiet">{{ where() }}</span></span
    >
    @if (change().pageId) {
      <a i18n routerLink="/arrange" [queryParams]="{ page: change().pageId, at: local(), sel: selected() }">Look then</a>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 9px;
      align-items: baseline;
      min-height: 24px;
    }
    @media print {
      a {
        display: none;
      }
    }
    :host(.past) {
      color: var(--ink-2);
    }
    .clock {
      width: 40px;
      font-weight: 600;
    }
    .what {
      flex: 1;
    }
    .title {
      color: var(--ink);
      font: inherit;
      font-weight: 650;
      text-align: start;
    }
    .mark {
      width: 9px;
      height: 9px;
      border-radius: 50%;
      background: var(--leaf);
      align-self: center;
    }
    .mark.end {
      background: none;
      border: 2px solid var(--ember);
    }
  `,
})
export class PlannedLine {
  readonly #zone = inject(SessionService).site.zone;
  readonly change = input.required<PlannedRow>();
  readonly isPast = input(false);
  /** Whether it can be chosen by its title. */
  readonly isChoosable = input(false);
  readonly chosen = output();
  protected readonly local = computed(() => localTimeAt(this.change().at, this.#zone));
  protected readonly time = computed(() => this.local().slice(11, 16));
  protected readonly verb = computed(() => plannedVerbs[this.change().what]);
  protected readonly isEnd = computed(() => this.change().what === 'ends' || this.change().what === 'closes');
  protected readonly selected = computed(() => (placesOf(this.change().kind).isSelectable ? this.change().recordId : null));
  protected readonly where = computed(() => {
    const { pageCount, pageTitle, kind } = this.change();
    return placesOf(kind).noticed(this.change(), pageCount === 1 ? $localize`on ${pageTitle}` : $localize`on ${pageCount} pages`);
  });
}
