import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { EditionDetail } from '@contract/messages';
import { placesOf } from '../kinds/index';
import type { MarkedWords } from '../remarks/marked-words';
import { ComparisonView } from '../shared/comparison-view';
import { EffectList } from '../shared/effect-list';
import { ToldPipe } from '../shared/told.pipe';

/** One change of an edition: its words compared, what it does to readers, and the way to touch it up. */
@Component({
  selector: 'almanac-review-change',
  imports: [ToldPipe, RouterLink, ComparisonView, EffectList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let change = this.change();
    <section class="panel">
      <h2>
        {{ change.title }}
        <span class="quiet kind">
          @if (change.isNew) {
            <ng-container i18n>new</ng-container>&ngsp;
          }
          {{ change.kind | told }}</span
        ><span class="grow"></span><span class="what">{{ change.effect.label }}</span>
      </h2>
      @for (warning of change.effect.warnings; track warning) {
        <p class="notice-line">{{ warning }}</p>
      }
      @if (change.retires) {
        <p i18n>It is taken off.</p>
      } @else {
        @if (change.fieldsSinceBegun; as sinceBegun) {
          <p class="row-line">
            <button
              i18n
              type="button"
              class="btn-word"
              [class.on]="!isSinceBegun()"
              [attr.aria-pressed]="!isSinceBegun()"
              (click)="isSinceBegun.set(false)"
            >
              {change.against, select, planned {Against what is planned for then} nothing {As a new one} other {Against what is live now}}
            </button>
            <button
              i18n
              type="button"
              class="btn-word"
              [class.on]="isSinceBegun()"
              [attr.aria-pressed]="isSinceBegun()"
              (click)="isSinceBegun.set(true)"
            >
              Against what it was begun from
            </button>
          </p>
        } @else if (change.against === 'planned') {
          <p i18n class="quiet">Compared with what is planned for then.</p>
        }
        <almanac-comparison
          [changes]="(isSinceBegun() && change.fieldsSinceBegun) || change.fields"
          [isNew]="change.isNew"
          (marked)="marked.emit({ proposalId: change.proposalId, field: $event.field, quote: $event.quote })"
        />
      }
      <details>
        <summary i18n>Which pages</summary>
        <almanac-effect-list [effect]="change.effect" />
      </details>
      @if (writer() && edition().moves.length > 0 && !change.retires) {
        <p class="touch">
          <a i18n [routerLink]="[writer(), change.recordId]" [queryParams]="{ proposal: change.proposalId }">Touch it up</a>
          @if (change.lastAuthor !== edition().author.name) {
            <ng-container i18n>(last by {{ change.lastAuthor }})</ng-container>
          }
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
    .on {
      text-decoration: underline;
      text-underline-offset: 3px;
    }
    .touch {
      margin: 4px 0 0;
    }
  `,
})
export class ReviewChange {
  /** Words of it that were marked. */
  readonly marked = output<MarkedWords>();
  readonly edition = input.required<EditionDetail>();
  readonly change = input.required<EditionDetail['changes'][number]>();
  protected readonly isSinceBegun = signal(false);
  /** Route of the form in which it is written; undefined where there is none. */
  protected readonly writer = computed(() => placesOf(this.change().kind).writer);
}
