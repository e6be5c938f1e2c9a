import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { NgbDatepickerModule, type NgbDateStruct } from '@ng-bootstrap/ng-bootstrap/datepicker';
import type { PageRow } from '@contract/messages';
import { instantOf, localTimeAt } from '@core/schedule/local-time';
import { ChoiceWord } from '../shared/choice-word';
import { DateField } from '../shared/date-field';
import { dateOfStruct, dateStructOf } from '../shared/date-struct';
import { FocusInside } from '../shared/focus-inside';
import { PageWord } from '../shared/page-word';
import { WhenPipe } from '../shared/when-pipe';
import { localeChoices, readerChoices } from '../state/readers';
import { SessionService } from '../state/session.service';
import type { Vantage } from '../state/vantage';

/** "Looking at … as … in … on …": each underlined word is the control. */
@Component({
  selector: 'almanac-vantage-sentence',
  imports: [ChoiceWord, FocusInside, FormsModule, DateField, NgbPopoverModule, NgbDatepickerModule, PageWord, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="title-face">
      <ng-container i18n>Looking at</ng-container>&ngsp;
      <almanac-page-word [pages]="pages()" [title]="pageTitle()" (chosen)="look.emit({ page: $event, selected: '' })" />&ngsp;
      <ng-container i18n>as</ng-container>&ngsp;
      <almanac-choice-word
        label="Reader"
        i18n-label
        [choices]="readers"
        [value]="vantage().as"
        [otherwise]="readerWords() || 'somebody'"
        (chosen)="look.emit({ as: $event })"
      />&ngsp; <ng-container i18n>in</ng-container>&ngsp;
      <almanac-choice-word
        label="Locale"
        i18n-label
        [choices]="locales"
        [value]="vantage().locale || baseLocale"
        [otherwise]="vantage().locale"
        (chosen)="look.emit({ locale: $event === baseLocale ? '' : $event })"
      />&ngsp; <ng-container i18n>on</ng-container>&ngsp;
      <button
        class="word"
        [class.time]="vantage().moment !== null"
        [ngbPopover]="momentChoice"
        #momentPopover="ngbPopover"
        ariaLabel="Moment: {{ moment() | when }}"
        i18n-ariaLabel
      >
        {{ moment() | when }}
      </button>
      @if (vantage().moment !== null) {
        <span class="ahead"
          >{{ distance() }} · <button i18n class="btn-word danger" (click)="look.emit({ moment: null })">back to now</button></span
        >
      }
    </p>
    <ng-template #momentChoice>
      <ngb-datepicker
        [startDate]="date()"
        [ngModel]="date()"
        [firstDayOfWeek]="1"
        (dateSelect)="chooseDate($event)"
        [navigation]="'arrows'"
        #picker
      />
      <div class="row-line clock">
        <label i18n class="form-label" for="vantage-date">Or typed</label>
        <almanac-date-field fieldId="vantage-date" [canPick]="false" [value]="local()" (valueChange)="chooseTyped($event)" />
        <button i18n class="btn btn-plain" (click)="look.emit({ moment: null }); momentPopover.close()">Now</button>
      </div>
    </ng-template>
  `,
  styles: `
    p {
      font-size: 15px;
      margin: 0;
      color: var(--ink-2);
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 6px;
    }
    b {
      color: var(--ink);
      font-weight: 600;
    }
    .ahead {
      font: 12px var(--text);
      color: var(--ember);
      margin-left: 2px;
      white-space: nowrap;
    }
    .clock {
      margin-top: 8px;
    }
    .clock .form-label {
      margin: 0;
    }
  `,
})
export class VantageSentence {
  readonly #session = inject(SessionService);
  readonly vantage = input.required<Vantage>();
  readonly pages = input.required<readonly PageRow[]>();
  readonly pageTitle = input.required<string>();
  /** Who reads, where that is somebody by name. */
  readonly readerWords = input('');
  readonly look = output<Partial<Vantage>>();
  protected readonly locales = localeChoices(this.#session.site);
  protected readonly baseLocale = this.#session.site.locale;
  protected readonly readers = readerChoices(this.#session.site);
  protected readonly moment = computed(() => this.vantage().moment ?? this.#session.site.now);
  protected readonly local = computed(() => localTimeAt(this.moment(), this.#session.site.zone));
  protected readonly date = computed(() => dateStructOf(this.local())!);
  protected readonly distance = computed(() => {
    const days = (this.moment() - this.#session.site.now) / 86_400_000;
    const [amount, unit] = Math.abs(days) < 1 ? [Math.round(Math.abs(days) * 24), 'hour'] : [Math.round(Math.abs(days)), 'day'];
    return `${amount} ${unit}${amount === 1 ? '' : 's'} ${days < 0 ? 'ago' : 'ahead'}`;
  });

  protected chooseDate(date: NgbDateStruct): void {
    this.#chooseLocal(`${dateOfStruct(date)}T${this.local().slice(11)}`);
  }

  protected chooseTyped(local: string): void {
    if (local) this.#chooseLocal(local);
  }

  #chooseLocal(local: string): void {
    this.look.emit({ moment: instantOf({ local, zone: this.#session.site.zone }) });
  }
}
