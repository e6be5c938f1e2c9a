import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { EditionDetail } from '@contract/messages';
import { placesOf } from '../kinds/index';
import { ComparisonView } from '../shared/comparison-view';
import { EffectList } from '../shared/effect-list';

/** One change of an edition: its words compared, what it does to readers, and the way to touch it up. */
@Component({
  selector: 'almanac-review-change',
  imports: [RouterLink, ComparisonView, EffectList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let change = this.change();
    <section class="panel">
      <h2>
        {{ change.title }} <span class="quiet kind">{{ change.isNew ? 'new ' : '' }}{{ change.kind }}</span
        ><span class="grow"></span><span class="what">{{ change.effect.label }}</span>
      </h2>
      @if (change.baseMoved) {
        <p i18n class="notice-line ember">
          What is live has changed since this was begun. Approving puts this version over it; compare them first.
        </p>
      }
      @for (warning of change.effect.warnings; track warning) {
        <p class="notice-line">{{ warning }}</p>
      }
      @if (change.retires) {
        <p i18n>It is taken off.</p>
      } @else {
        <almanac-comparison [changes]="change.fields" [isNew]="change.isNew" />
      }
      <details>
        <summary i18n>Which pages</summary>
        <almanac-effect-list [effect]="change.effect" />
      </details>
      @if (writer() && edition().moves.length > 0 && !change.retires) {
        <p class="touch">
          <a i18n [routerLink]="[writer(), change.recordId]" [queryParams]="{ proposal: change.proposalId }">Touch it up</a
          >{{ change.lastAuthor === edition().author.name ? '' : ', last by ' + change.lastAuthor }}
        </p>
      }
    </section>
  `,
  styles: `
    section {
      padding: 10px 14px;
      margin-top: 10px;
    }
    h2 {
      display: flex;
      gap: 8px;
      align-items: baseline;
      margin-bottom: 6px;
    }
    .kind {
      font: 12px var(--text);
    }
    .what {
      font: 600 12.5px var(--text);
      color: var(--tide);
    }
    details {
      margin-top: 6px;
    }
    summary {
      color: var(--tide);
      font-weight: 600;
      font-size: 12px;
      min-height: 24px;
    }
    .touch {
      margin: 4px 0 0;
    }
  `,
})
export class ReviewChange {
  readonly edition = input.required<EditionDetail>();
  readonly change = input.required<EditionDetail['changes'][number]>();
  /** Route of the form in which it is written; undefined where there is none. */
  protected readonly writer = computed(() => placesOf(this.change().kind).writer);
}
