import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import type { Check, Covered } from '@contract/assembling';

/** What becomes of something planned. */
export type ScheduledChoice = 'carry' | 'keep' | 'cancel';

/**
 * Names what is planned and would not come, and asks whether to bring the change into it too, to keep it or to cancel it;
 * and what waits on the same words and would have to take the change in.
 */
@Component({
  selector: 'almanac-covered-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (check()?.beyond; as words) {
      <p class="notice-line ember" role="alert">{{ words }}</p>
    }
    @for (each of check()?.waits ?? []; track each.editionId) {
      <p class="notice-line">{{ each.words }}</p>
    }
    @if (check()?.covers ?? []; as covers) {
      @if (covers.length > 0) {
        <fieldset class="notice-line ember">
          <legend i18n class="visually-hidden">What becomes of what is planned</legend>
          @for (each of covers; track $index) {
            <p>
              <b i18n>Planned: {{ each.words }}</b>
            </p>
          }
          @if (mayCarry()) {
            <label
              ><input
                type="radio"
                class="form-check-input"
                name="covered"
                [checked]="choice() === 'carry'"
                (change)="choice.set('carry')"
              />
              <ng-container i18n>Bring this into it too: what is planned still comes, and says this as well.</ng-container></label
            >
            @for (each of choice() === 'carry' ? covers : []; track $index) {
              @if (each.toSettle; as count) {
                <p class="settle">
                  <ng-container i18n
                    >{count, plural, =1 {One place says} other {{{ count }} places say}} something else in “{{ each.title }}”.</ng-container
                  >&ngsp;
                  <button i18n type="button" class="btn btn-plain" (click)="settle.emit(each)">Settle it…</button>
                </p>
              }
            }
          }
          <label
            ><input type="radio" class="form-check-input" name="covered" [checked]="choice() === 'keep'" (change)="choice.set('keep')" />
            <ng-container i18n
              >Keep it as it is planned: this ends where the planned one begins, and comes back where that ends.</ng-container
            ></label
          >
          <label
            ><input
              type="radio"
              class="form-check-input"
              name="covered"
              [checked]="choice() === 'cancel'"
              (change)="choice.set('cancel')"
            />
            <ng-container i18n>Cancel it: what is planned never comes.</ng-container></label
          >
        </fieldset>
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0 0 4px;
    }
    label {
      color: var(--ink);
      display: flex;
      gap: 6px;
      align-items: baseline;
      min-height: 26px;
    }
    .settle {
      margin-inline-start: 24px;
      color: var(--ink);
    }
    .form-check-input {
      margin: 0;
      flex: none;
      align-self: center;
    }
  `,
})
export class CoveredChoice {
  readonly check = input.required<Check | null>();
  readonly choice = model.required<ScheduledChoice>();
  /** Places of something planned are to be settled before the change can be brought into it. */
  readonly settle = output<Covered>();
  protected readonly mayCarry = computed(() => (this.check()?.covers ?? []).some(each => each.toSettle !== null));
}
