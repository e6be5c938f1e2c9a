import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap/dropdown';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { FocusInside } from '../shared/focus-inside';
import { NgbTypeaheadModule, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import { NgbDatepickerModule, type NgbDateStruct } from '@ng-bootstrap/ng-bootstrap/datepicker';
import type { PageRow } from '@contract/messages';
import { servicePages } from '@core/page/service-pages';
import { instantOf, localTimeAt } from '@core/schedule/local-time';
import { map, type Observable } from 'rxjs';
import { DateField } from '../shared/date-field';
import { dateOfStruct, dateStructOf } from '../shared/date-struct';
import { WhenPipe } from '../shared/when-pipe';
import { readerChoices } from '../state/readers';
import { SessionService } from '../state/session.service';
import type { Vantage } from '../state/vantage';

/** "Looking at … as … in … on …": each underlined word is the control. */
@Component({
  selector: 'almanac-vantage-sentence',
  imports: [FormsModule, DateField, NgbDropdownModule, NgbPopoverModule, FocusInside, NgbTypeaheadModule, NgbDatepickerModule, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="title-face">
      <ng-container i18n>Looking at</ng-container>&ngsp;
      <button
        class="word"
        [ngbPopover]="pageChoice"
        #pagePopover="ngbPopover"
        (shown)="focusSearch()"
        ariaLabel="Page: {{ pageTitle() }}"
        i18n-ariaLabel
      >
        {{ pageTitle() }}</button>&ngsp; <ng-container i18n>as</ng-container>&ngsp;
      <span ngbDropdown class="as">
        <button class="word" ngbDropdownToggle ariaLabel="Reader: {{ readerWord() }}" i18n-ariaLabel>{{ readerWord() }}</button>
        <span ngbDropdownMenu>
          @for (each of readers; track each.as) {
            <button ngbDropdownItem (click)="look.emit({ as: each.as })" [attr.aria-current]="each.as === vantage().as">
              {{ each.word }}
            </button>
          }
        </span> </span
      >&ngsp; <ng-container i18n>in</ng-container>&ngsp;
      <span ngbDropdown class="as">
        <button class="word" ngbDropdownToggle ariaLabel="Locale: {{ localeName() }}" i18n-ariaLabel>{{ localeName() }}</button>
        <span ngbDropdownMenu>
          @for (each of locales; track each.tag) {
            <button ngbDropdownItem (click)="look.emit({ locale: each.tag === baseLocale ? '' : each.tag })">{{ each.name }}</button>
          }
        </span> </span
      >&ngsp; <ng-container i18n>on</ng-container>&ngsp;
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
    <ng-template #pageChoice>
      <label i18n class="form-label" for="vantage-page">Page</label>
      <input
        class="form-control"
        id="vantage-page"
        type="search"
        placeholder="Title or path"
        i18n-placeholder
        [ngbTypeahead]="search"
        [resultTemplate]="pageRow"
        [inputFormatter]="blank"
        [focusFirst]="true"
        (selectItem)="choosePage($event); pagePopover.close()"
      />
      <ng-template #pageRow let-page="result"
        ><span [style.padding-left.px]="page.depth * 10">{{ page.title }}</span>
        <span class="quiet code">{{ page.path }}</span></ng-template
      >
      <p class="form-help">
        <ng-container i18n>Or a page that nobody wrote:</ng-container>
        @for (each of services; track each) {
          <button class="btn-word" (click)="look.emit({ page: 'service:' + each, selected: '' }); pagePopover.close()">{{ each }}</button>
        }
      </p>
    </ng-template>
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
    .as .word::after {
      display: none;
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
  protected readonly locales = this.#session.site.locales;
  protected readonly baseLocale = this.#session.site.locale;
  protected readonly localeName = computed(
    () => this.locales.find(each => each.tag === (this.vantage().locale || this.baseLocale))?.name ?? this.vantage().locale,
  );
  protected readonly services = servicePages;
  protected readonly readers = readerChoices(this.#session.site);
  protected readonly readerWord = computed(
    () => this.readers.find(each => each.as === this.vantage().as)?.word ?? (this.readerWords() || 'somebody'),
  );
  protected readonly moment = computed(() => this.vantage().moment ?? this.#session.site.now);
  protected readonly local = computed(() => localTimeAt(this.moment(), this.#session.site.zone));
  protected readonly date = computed(() => dateStructOf(this.local())!);
  protected readonly distance = computed(() => {
    const days = (this.moment() - this.#session.site.now) / 86_400_000;
    const [amount, unit] = Math.abs(days) < 1 ? [Math.round(Math.abs(days) * 24), 'hour'] : [Math.round(Math.abs(days)), 'day'];
    return `${amount} ${unit}${amount === 1 ? '' : 's'} ${days < 0 ? 'ago' : 'ahead'}`;
  });

  protected readonly search = (text$: Observable<string>): Observable<readonly PageRow[]> =>
    text$.pipe(
      map(text =>
        this.pages()
          .filter(page => page.title.toLowerCase().includes(text.toLowerCase()) || page.path.includes(text.toLowerCase()))
          .slice(0, 14),
      ),
    );

  protected readonly blank = (): string => '';

  protected focusSearch(): void {
    document.getElementById('vantage-page')?.focus();
  }

  protected choosePage(event: NgbTypeaheadSelectItemEvent<PageRow>): void {
    this.look.emit({ page: event.item.id, selected: '' });
  }

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
