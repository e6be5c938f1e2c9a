import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { EditionDetail, View } from '@contract/messages';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { Sheet } from '../arrange/sheet';
import { openSides, type Side } from './sides-dialog';
import { rowNumbers } from '../shared/row-numbers';

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
        ><button class="btn-word" [class.on]="showsBefore()" [attr.aria-pressed]="showsBefore()" (click)="showsBefore.set(true)">
          @if (asItIs()) {
            <ng-container i18n>As it would be then without it</ng-container>
          } @else {
            <ng-container i18n>As it is now</ng-container>
          }</button
        ><button i18n class="btn-word" [disabled]="!before()" (click)="sideBySide(view)">Side by side…</button>
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
  /** As it is now, where the other two are of a later moment. */
  readonly asItIs = input<View | null>(null);
  readonly edition = input.required<EditionDetail>();
  readonly #modal = inject(NgbModal);
  protected readonly showsBefore = signal(false);
  protected readonly shownHtml = computed(() => (this.showsBefore() ? this.before()?.html : this.after()?.html) ?? '');
  protected readonly numbers = computed(() => rowNumbers(this.showsBefore() ? this.before() : this.after()));
  protected readonly highlighted = computed(() => this.#changedIn(this.showsBefore() ? this.before() : this.after()));

  /** Sets what is proposed beside what is there now, and beside what would be there at its moment without it. */
  protected sideBySide(proposed: View): void {
    const side = (name: string, view: View | null): readonly Side[] => (view ? [{ name, view, selected: this.#changedIn(view) }] : []);
    const now = this.asItIs();
    const lefts = now
      ? [...side($localize`As it would be then without it`, this.before()), ...side($localize`As it is now`, now)]
      : side($localize`As it is now`, this.before());
    openSides(this.#modal, lefts, side($localize`As proposed`, proposed)[0]!);
  }

  #changedIn(view: View | null): string {
    const changed = new Set(this.edition().changes.map(change => change.recordId));
    const rows = view?.targets.flatMap(target => target.rows) ?? [];
    return rows.find(row => changed.has(row.placementId) || changed.has(row.blockId))?.placementId ?? '';
  }
}
