import { writtenLocales } from '@core/locale/site-locale';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { textIn } from '../shared/typed-event';
import { SessionService } from '../state/session.service';
import { WritingService } from '../writing/writing.service';

/** In which locale a new record begins. It is there alone until it has words in others. */
@Component({
  selector: 'almanac-begins-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (writing.isNew() && locales.length > 1) {
      <div class="field">
        <label i18n class="form-label" for="begins-in">Begins in</label>
        <select class="form-select" id="begins-in" aria-describedby="begins-in-help" (change)="writing.beginsIn.set(textIn($event))">
          @for (each of locales; track each.tag) {
            <option [value]="each.tag" [selected]="each.tag === writing.locale()">{{ each.name }}</option>
          }
        </select>
        <p class="form-help" id="begins-in-help">
          @if (writing.locale() === locales[0]!.tag) {
            <ng-container i18n>All other locales follow it where they have no words of their own.</ng-container>
          } @else {
            <ng-container i18n>It is read there and in those that follow it, nowhere else until it has words there too.</ng-container>
          }
        </p>
      </div>
    }
  `,
})
export class BeginsIn {
  protected readonly writing = inject<WritingService<{ readonly title: string }>>(WritingService);
  protected readonly locales = writtenLocales(inject(SessionService).site.locales);
  protected readonly textIn = textIn;
}
