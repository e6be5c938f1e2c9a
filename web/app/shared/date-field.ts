import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { localTimeAt } from '@core/schedule/local-time';
import { typedDate, typedMoment, typedTime, writeTyped } from '@core/format/typed-moment';
import { NgbDatepicker, NgbDatepickerModule, type NgbDateStruct } from '@ng-bootstrap/ng-bootstrap/datepicker';
import { SessionService } from '../state/session.service';
import { dateOfStruct, dateStructOf } from './date-struct';
import { TimeField } from './time-field';

/** A date, with or without a time, typed in any usual way or picked; written as this site writes dates. */
@Component({
  selector: 'almanac-date-field',
  imports: [FormsModule, NgbDatepickerModule, TimeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown.escape)': 'shut($event)' },
  template: `
    <div class="field">
      <div class="typed">
        <input
          #typed
          class="form-control"
          type="text"
          autocomplete="off"
          [id]="fieldId()"
          [value]="shown()"
          [placeholder]="wayToWrite()"
          [class.is-invalid]="isInvalid() || isUnread()"
          [attr.aria-invalid]="isInvalid() || isUnread()"
          [attr.aria-describedby]="(isUnread() ? fieldId() + 'u ' : '') + describedBy()"
          [attr.aria-label]="label() || null"
          (change)="type(typed.value)"
          (keydown.arrowdown)="open($event)"
        />
        @if (canPick()) {
          <button
            type="button"
            class="pick"
            [attr.aria-expanded]="isOpen()"
            [attr.aria-label]="pickLabel()"
            (click)="isOpen() ? shut() : open()"
          >
            <svg viewBox="0 0 16 16" aria-hidden="true"><path d="M2.5 4h11v9.5h-11zM2.5 7h11M5.5 2v3M10.5 2v3" /></svg>
          </button>
        }
      </div>
      @if (isOpen()) {
        <div class="calendar">
          <ngb-datepicker
            [startDate]="date() ?? today()"
            [ngModel]="date()"
            [firstDayOfWeek]="1"
            navigation="arrows"
            (dateSelect)="pick($event); withTime() || shut()"
          />
          @if (withTime()) {
            <div class="clock">
              <span i18n class="form-label" aria-hidden="true">Time</span>
              <almanac-time-field label="Time" i18n-label [value]="time()" (valueChange)="pickTime($event)" />
              <button i18n type="button" class="btn btn-plain" (click)="shut()">Done</button>
            </div>
          }
        </div>
      }
    </div>
    @if (isUnread()) {
      <p i18n class="form-fault" [id]="fieldId() + 'u'" role="alert">Not read as a date. Write it like {{ example() }}.</p>
    }
  `,
  styles: `
    :host {
      display: inline-block;
      vertical-align: middle;
      font: 13.5px var(--text);
    }
    .typed {
      position: relative;
      display: flex;
      width: fit-content;
    }
    ngb-datepicker {
      display: block;
      width: fit-content;
      margin-top: 6px;
      background: var(--sheet);
    }
    .form-control {
      width: var(--date-width, 208px);
      padding-right: 30px;
      background-image: none;
    }
    .pick {
      position: absolute;
      inset: 1px 1px 1px auto;
      width: 28px;
      border: 0;
      background: none;
    }
    svg {
      width: 15px;
      fill: none;
      stroke: var(--ink-2);
    }
    .field {
      position: relative;
    }
    /* Within a line of text it lies over what comes beneath. */
    :host(.in-line) .calendar {
      position: absolute;
      z-index: 10;
      padding: 4px 12px 12px;
      border: 1px solid var(--hair);
      background: var(--sheet);
      box-shadow: 0 8px 24px #1d293622;
    }
    .clock {
      display: flex;
      gap: 8px;
      align-items: center;
      margin-top: 8px;
    }
    .clock .form-label {
      margin: 0;
    }
  `,
})
export class DateField {
  readonly #session = inject(SessionService);
  readonly fieldId = input.required<string>();
  /** Wall-clock: "2027-03-28" or, with a time, "2027-03-28T01:30"; empty for none. */
  readonly value = input.required<string>();
  readonly withTime = input(true);
  /** For fields without a visible label of their own. */
  readonly label = input('');
  readonly describedBy = input('');
  readonly isInvalid = input(false);
  /** Whether it opens a calendar of its own; not where one stands beside it. */
  readonly canPick = input(true);
  /** The same form as the value; empty once it was emptied. What cannot be read is never given out. */
  readonly valueChange = output<string>();
  protected readonly wayToWrite = computed(() => (this.withTime() ? $localize`day month year, time` : $localize`day month year`));
  protected readonly pickLabel = computed(() => (this.label() ? $localize`Pick a date: ${this.label()}` : $localize`Pick a date`));
  /** What was typed and could not be read stays in the field. */
  readonly #unread = linkedSignal<string, string>({ source: () => this.value(), computation: () => '' });
  private readonly typed = viewChild.required<ElementRef<HTMLInputElement>>('typed');
  private readonly calendar = viewChild(NgbDatepicker);
  readonly #injector = inject(Injector);
  /** The calendar stands beneath the field, within whatever holds it: what floats would close a popover around it. */
  protected readonly isOpen = signal(false);
  protected readonly isUnread = computed(() => this.#unread() !== '');
  protected readonly shown = computed(() => this.#unread() || writeTyped(this.value(), this.#locale));
  protected readonly example = computed(() => writeTyped(this.withTime() ? '2027-03-28T06:00' : '2027-03-28', this.#locale));
  protected readonly date = computed(() => dateStructOf(this.value()));
  protected readonly today = computed(() => dateStructOf(this.#today())!);
  protected readonly time = computed(() => this.value().slice(11) || '00:00');

  protected open(event?: Event): void {
    if (!this.canPick()) return;
    event?.preventDefault();
    this.isOpen.set(true);
    afterNextRender(() => this.calendar()?.focus(), { injector: this.#injector });
  }

  /** Closes the calendar and goes back to the field; nothing else takes the key that did it. */
  protected shut(event?: Event): void {
    if (!this.isOpen()) return;
    event?.stopPropagation();
    this.isOpen.set(false);
    this.typed().nativeElement.focus();
  }

  protected type(text: string): void {
    const read =
      text.trim() === ''
        ? ''
        : this.withTime()
          ? typedMoment(text, this.#today(), this.#locale)
          : typedDate(text, this.#today(), this.#locale);
    this.#unread.set(read === null ? text : '');
    if (read !== null) this.valueChange.emit(read);
  }

  protected pick(date: NgbDateStruct): void {
    this.#give(dateOfStruct(date), this.time());
  }

  protected pickTime(typed: string): void {
    const time = typedTime(typed);
    if (time) this.#give(this.value().slice(0, 10) || this.#today(), time);
  }

  #give(date: string, time: string): void {
    this.#unread.set('');
    this.valueChange.emit(this.withTime() ? `${date}T${time}` : date);
  }

  get #locale(): string {
    return this.#session.style.locale;
  }

  #today(): string {
    const { now, zone } = this.#session.site;
    return localTimeAt(now, zone).slice(0, 10);
  }
}
