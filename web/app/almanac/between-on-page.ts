import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { BetweenOnPage, PagePartBetween } from '@contract/between';
import { ComparisonView } from '../shared/comparison-view';

const verbs: Readonly<Record<PagePartBetween['what'], string>> = {
  comes: $localize`comes`,
  goes: $localize`goes`,
  changes: $localize`changes`,
  moves: $localize`moves`,
};

/** What changes on a page between two moments as one reader has it, place by place, with why. */
@Component({
  selector: 'almanac-between-on-page',
  imports: [ComparisonView, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="row-line looks">
      @if (!found().isThere.before) {
        <span i18n>This reader does not have the page yet at the earlier moment.</span>
      }
      @if (!found().isThere.after) {
        <span i18n>This reader no longer has the page at the later moment.</span>
      }
      @if (found().isThere.before) {
        <a i18n routerLink="/arrange" [queryParams]="query('from')">Look before</a>
      }
      @if (found().isThere.after) {
        <a i18n routerLink="/arrange" [queryParams]="query('until')">Look after</a>
      }
    </p>
    @for (group of groups(); track group.place) {
      <section [attr.aria-label]="group.heading">
        <h2 class="section">{{ group.heading }}</h2>
        @for (part of group.parts; track part.placementId + part.recordId) {
          <article>
            <p class="row-line">
              <span class="verb" [class]="part.what">{{ verbs[part.what] }}</span>
              <strong>{{ part.title }}</strong>
              <span class="quiet">{{ part.why }}</span>
            </p>
            @if (part.fields.length > 0) {
              <almanac-comparison [changes]="part.fields" />
            }
          </article>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .looks {
      gap: 14px;
    }
    article {
      border-bottom: 1px solid var(--hair);
      padding: 5px 0;
    }
    article p {
      margin: 0;
      flex-wrap: wrap;
    }
    .verb {
      min-width: 68px;
      color: var(--ink-2);
    }
    strong {
      font-weight: 600;
    }
    almanac-comparison {
      display: block;
      max-width: 860px;
      margin: 2px 0 4px 82px;
    }
  `,
})
export class BetweenOnPageList {
  readonly found = input.required<BetweenOnPage>();
  /** Both, as "2027-03-19T09:00". */
  readonly moments = input.required<{ readonly from: string; readonly until: string }>();
  readonly page = input.required<string>();
  readonly as = input<string>();
  readonly locale = input<string>();
  protected readonly verbs = verbs;
  protected readonly groups = computed(() => {
    const places = [...new Set(this.found().parts.map(each => each.place))];
    return places.map(place => ({
      place,
      heading: place || $localize`The page itself`,
      parts: this.found().parts.filter(each => each.place === place),
    }));
  });

  protected query(moment: 'from' | 'until'): Record<string, string | undefined> {
    return { page: this.page(), as: this.as(), in: this.locale(), at: this.moments()[moment] };
  }
}
