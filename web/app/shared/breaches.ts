import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Check } from '@contract/assembling';

/** Which expectations changes would break, where and when; and which they would mend. */
@Component({
  selector: 'almanac-breaches',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isUnknown()) {
      <p class="notice-line ember" role="alert">
        <ng-container i18n>What this breaks could not be worked out.</ng-container>&ngsp;
        <button i18n class="btn-word" (click)="again.emit()">Try again</button>
      </p>
    } @else if (check(); as check) {
      @for (each of check.broken; track $index) {
        <div class="notice-line ember" role="alert">
          <b i18n>Breaks what is expected:</b> {{ each.sentence }}
          <p>{{ each.words }}</p>
          <p class="quiet small">
            @for (page of each.pages.slice(0, 6); track page.id) {
              <a routerLink="/arrange" [queryParams]="{ page: page.id }">{{ page.title }}</a>{{ $last ? '' : ', ' }}
            }
            @if (each.pageCount > 6) {
              <ng-container i18n>and {{ each.pageCount - 6 }} more</ng-container>
            }
          </p>
        </div>
      }
      @for (each of check.mended; track each.expectationId) {
        <p i18n class="notice-line leaf">Kept again: {{ each.sentence }}</p>
      }
      @if (check.isPartial) {
        <p i18n class="notice-line">There was too much to look at all of it: what is said here is only a part, and more may break.</p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 2px 0 0;
    }
    .leaf {
      border-left-color: var(--leaf);
    }
  `,
})
export class Breaches {
  readonly check = input.required<Check | null>();
  /** Whether the question could not be answered, so that nothing is known. */
  readonly isUnknown = input(false);
  readonly again = output();
}
