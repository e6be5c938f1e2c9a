import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MessageService } from '../state/message.service';

/** A secret address, which is told just once: it is selected when one comes to it, and copied by a click. */
@Component({
  selector: 'almanac-told-once',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="notice-line leaf row-line" role="status">
      <span i18n>This is its address. It is told this once:</span>
      <input #made class="form-control" readonly aria-label="The link" i18n-aria-label [value]="address()" (focus)="made.select()" />
      <button i18n type="button" class="btn-word" (click)="copy()">Copy</button>
    </p>
  `,
  styles: `
    p {
      flex-wrap: wrap;
      margin-top: 8px;
    }
    .form-control {
      flex: 1 1 280px;
      font-family: var(--code);
      font-size: 12px;
    }
  `,
})
export class ToldOnce {
  readonly #messages = inject(MessageService);
  readonly address = input.required<string>();

  protected copy(): void {
    void navigator.clipboard
      .writeText(this.address())
      .then(() => this.#messages.done($localize`Copied.`))
      .catch(() => this.#messages.warn($localize`This browser does not let it be copied. Select it and copy it by hand.`));
  }
}
