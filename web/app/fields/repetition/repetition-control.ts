import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { RepetitionField } from '@core/fields/repetition/repetition';
import { spokenRecurrence } from '@core/rule/spoken-recurrence';
import { isRepetitionRule, type Repetition } from '@core/schedule/repetition';
import { DateField } from '../../shared/date-field';
import { textIn } from '../../shared/typed-event';
import { ordinals, weekdays } from '../../shared/weekdays';
import { Control } from '../control';
import { OneTime } from './one-time';
import { pickedOf, ruleOf, type PickedRule, type Way } from './ways';

/** How something comes again, until when, and which times are otherwise. */
@Component({
  selector: 'almanac-repetition-control',
  imports: [DateField, OneTime],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row-line">
      <select
        class="form-select"
        [id]="controlId()"
        [class.is-invalid]="isInvalid"
        [attr.aria-describedby]="describedBy()"
        (change)="setWay(textIn($event))"
      >
        @for (each of ways; track each.way) {
          <option [value]="each.way" [selected]="each.way === picked().way">{{ each.label }}</option>
        }
      </select>
      @if (picked().way === 'nth') {
        <select class="form-select" aria-label="Which one of the month" i18n-aria-label (change)="pick({ ordinal: textIn($event) })">
          @for (each of ordinals; track each.code) {
            <option [value]="each.code" [selected]="each.code === picked().ordinal">{{ each.label }}</option>
          }
        </select>
        <select class="form-select" aria-label="Weekday" i18n-aria-label (change)="pick({ days: [textIn($event)] })">
          @for (day of weekdays; track day.code) {
            <option [value]="day.code" [selected]="day.code === picked().days[0]">{{ day.label }}</option>
          }
        </select>
      }
    </div>
    @if (picked().way === 'weekdays') {
      <div class="row-line" role="group" aria-label="Weekdays" i18n-aria-label>
        @for (day of weekdays; track day.code) {
          <label class="row-line"
            ><input type="checkbox" class="form-check-input" [checked]="picked().days.includes(day.code)" (change)="toggle(day.code)" />
            {{ day.label }}</label
          >
        }
      </div>
    }
    @if (picked().way === 'rule') {
      <input
        class="form-control"
        spellcheck="false"
        aria-label="Recurrence rule of RFC 5545"
        i18n-aria-label
        [class.is-invalid]="!isRule()"
        [value]="picked().rule"
        (change)="pick({ rule: textIn($event).trim() })"
      />
    }
    @if (value(); as held) {
      @if (words(); as said) {
        <p class="form-help">{{ said }}</p>
      }
      @if (hasEnd()) {
        <label i18n class="form-label" [for]="controlId() + '-until'">Until</label>
        <almanac-date-field
          [fieldId]="controlId() + '-until'"
          [withTime]="false"
          [value]="picked().until"
          (valueChange)="pick({ until: $event })"
        />
        <p i18n class="form-help">The last date on which it may come. Empty: without an end.</p>
      }
      <almanac-one-time [value]="held" [idPrefix]="controlId()" (valueChange)="change()($event)" />
    }
  `,
  styles: `
    :host {
      display: block;
    }
    label.form-label {
      display: block;
    }
    .form-help,
    .row-line {
      margin-bottom: 6px;
    }
    .form-select {
      width: auto;
    }
  `,
})
export class RepetitionControl extends Control<RepetitionField, Repetition | null> {
  protected readonly textIn = textIn;
  protected readonly weekdays = weekdays;
  protected readonly ordinals = ordinals;
  protected readonly ways: readonly { readonly way: Way; readonly label: string }[] = [
    { way: 'never', label: $localize`Never` },
    { way: 'daily', label: $localize`Every day` },
    { way: 'weekly', label: $localize`Every week` },
    { way: 'fortnightly', label: $localize`Every other week` },
    { way: 'weekdays', label: $localize`Every week on several days` },
    { way: 'monthly', label: $localize`Every month on that date` },
    { way: 'nth', label: $localize`Every month on a weekday` },
    { way: 'yearly', label: $localize`Every year` },
    { way: 'rule', label: $localize`By a rule` },
  ];
  protected readonly picked = computed(() => pickedOf(this.value()?.rule ?? null));
  protected readonly isRule = computed(() => isRepetitionRule(this.value()?.rule ?? ''));
  protected readonly words = computed(() => (this.isRule() ? spokenRecurrence(this.value()!.rule) : ''));
  // A rule that counts its times has its end in it.
  protected readonly hasEnd = computed(() => !/COUNT=|UNTIL=/.test(this.picked().rule));

  protected setWay(way: string): void {
    // A rule that could be picked as well would be shown as what was picked.
    this.pick(way === 'rule' ? { way, rule: 'FREQ=WEEKLY;COUNT=8', until: '' } : { way: way as Way, days: ['SA'] });
  }

  protected pick(part: Partial<PickedRule>): void {
    const rule = ruleOf({ ...this.picked(), ...part });
    this.change()(rule === null ? null : { without: [], ...this.value(), rule });
  }

  protected toggle(code: string): void {
    const { days } = this.picked();
    const next = weekdays.map(each => each.code as string).filter(each => days.includes(each) !== (each === code));
    if (next.length > 0) this.pick({ days: next });
  }
}
