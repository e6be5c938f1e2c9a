import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MomentField } from './moment-field';
import { textIn } from './typed-event';
import type { WishedTimes } from './wished-times';

/** From when readers have something, until when, and what they have after that. */
@Component({
  selector: 'almanac-publication-times',
  imports: [MomentField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!ahead().hasBegun()) {
      <almanac-moment-field
        label="Goes live"
        i18n-label
        emptyMeans="Empty: at once."
        i18n-emptyMeans
        emptyWord="At once"
        i18n-emptyWord
        [value]="ahead().from()"
        [fault]="faultAt()('/times/from')"
        (valueChange)="ahead().setFrom($event)"
      />
    }
    <div>
      <almanac-moment-field
        label="Until"
        i18n-label
        emptyMeans="Empty: until further notice."
        i18n-emptyMeans
        [value]="ahead().until()"
        [fault]="faultAt()('/times/until')"
        (valueChange)="ahead().setUntil($event)"
      />
      @if (ahead().until()) {
        <label class="row-line"
          ><ng-container i18n>then</ng-container>&ngsp;
          <select class="form-select" (change)="ahead().setAfterwards(textIn($event))">
            <option i18n value="earlier" [selected]="ahead().afterwards() === 'earlier'">the earlier comes back</option>
            <option i18n value="nothing" [selected]="ahead().afterwards() === 'nothing'">nothing is there</option>
          </select></label
        >
      }
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 0 16px;
    }
    :host > * {
      flex: 1 1 270px;
    }
  `,
})
export class PublicationTimes {
  protected readonly textIn = textIn;
  readonly ahead = input.required<WishedTimes>();
  /** What is wrong at a pointer into the wish; null when nothing is. */
  readonly faultAt = input.required<(pointer: string) => string | null>();
}
