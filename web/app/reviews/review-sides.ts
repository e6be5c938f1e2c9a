import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import type { EditionDetail, View } from '@contract/messages';
import { Sheet } from '../arrange/sheet';

/** Both sides of what an edition changes: the page as it would be, and as it is. */
@Component({
  selector: 'almanac-review-sides',
  imports: [Sheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (after(); as view) {
      <div class="row-line tabs">
        <h2 i18n>On “{{ view.page.title }}”</h2>
        @if (!view.sight.isAsAsked) {
          <span class="small quiet">{{ view.sight.words }}</span>
        }
        <span class="grow"></span
        ><button i18n class="btn-word" [class.on]="!showsBefore()" [attr.aria-pressed]="!showsBefore()" (click)="showsBefore.set(false)">
          As proposed</button
        ><button i18n class="btn-word" [class.on]="showsBefore()" [attr.aria-pressed]="showsBefore()" (click)="showsBefore.set(true)">
          As it is now
        </button>
      </div>
      <almanac-sheet
        [html]="shownHtml()"
        [width]="820"
        [targets]="[]"
        [numbers]="numbers()"
        [selected]="showsBefore() ? '' : highlighted()"
        [margin]="14"
      />
    }
  `,
  styles: `
    :host {
      flex: 1;
      min-height: 320px;
      display: flex;
      flex-direction: column;
    }
    almanac-sheet {
      flex: 1;
      min-height: 0;
    }
    .tabs {
      padding-bottom: 4px;
    }
    .tabs .on {
      text-decoration: underline;
      text-underline-offset: 3px;
    }
    @media (max-width: 900px) {
      :host {
        height: 70vh;
      }
    }
  `,
})
export class ReviewSides {
  readonly before = input.required<View | null>();
  readonly after = input.required<View | null>();
  readonly edition = input.required<EditionDetail>();
  protected readonly showsBefore = signal(false);
  protected readonly shownHtml = computed(() => (this.showsBefore() ? this.before()?.html : this.after()?.html) ?? '');
  readonly #rows = computed(() => (this.showsBefore() ? this.before() : this.after())?.targets.flatMap(target => target.rows) ?? []);
  protected readonly numbers = computed(
    () => new Map(this.#rows().flatMap(row => (row.number === null ? [] : [[row.placementId, row.number] as const]))),
  );
  protected readonly highlighted = computed(() => {
    const changed = new Set(this.edition().changes.map(change => change.recordId));
    return this.#rows().find(row => changed.has(row.placementId) || changed.has(row.blockId))?.placementId ?? '';
  });
}
