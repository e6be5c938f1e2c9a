import { ChangeDetectionStrategy, Component, inject, input, model } from '@angular/core';
import { percentOf } from '@core/format/moment';
import { SessionService } from '../state/session.service';

/** The widths at which a theme is looked at. */
export type WidthName = 'phone' | 'tablet' | 'desk';

/** What the widths are called. */
export const widthWords: Readonly<Record<WidthName, string>> = {
  phone: $localize`phone`,
  tablet: $localize`tablet`,
  desk: $localize`desk`,
};

/** Chooses the width of the sheet; arrow keys go from one to the next, as among any radio buttons. */
@Component({
  selector: 'almanac-width-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend i18n class="visually-hidden">Width</legend>
      @for (each of names; track each) {
        <label [class.on]="name() === each"
          ><input
            class="visually-hidden"
            type="radio"
            name="sheet-width"
            [value]="each"
            [checked]="name() === each"
            (change)="name.set(each)"
          />{{ widthWords[each] }}{{ name() === each ? ', ' + percentOf(percent()) : '' }}</label
        >
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      display: flex;
      flex-direction: column;
      align-items: flex-end;
      background: var(--paper);
    }
    label {
      color: var(--ink-2);
      font: 12px var(--text);
      min-height: 24px;
      line-height: 24px;
      white-space: nowrap;
      cursor: pointer;
      border-radius: 2px;
    }
    label:has(:focus-visible) {
      outline: 2px solid var(--tide);
      outline-offset: 1px;
    }
    .on {
      color: var(--ink);
      font-weight: 650;
    }
  `,
})
export class WidthChoice {
  readonly name = model.required<WidthName>();
  /** How large the sheet is shown, in hundredths of its size. */
  readonly percent = input.required<number>();
  protected readonly percentOf = percentOf;
  protected readonly widthWords = widthWords;
  protected readonly names = Object.keys(inject(SessionService).site.theme.widths) as readonly WidthName[];
}
