import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import type { EditionDetail } from '@contract/messages';
import type { Withdrawal } from '@contract/rescheduling';
import { ApiClient } from '../api/api-client';
import { Breaches } from '../shared/breaches';
import { textIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** Takes back what is approved and still ahead, saying first what readers then get. */
@Component({
  selector: 'almanac-withdraw-planned',
  imports: [Breaches],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details #details (toggle)="details.open && ask()">
      <summary i18n>Take it back before it comes</summary>
      @if (check(); as check) {
        <ul>
          @for (words of check.instead; track $index) {
            <li>{{ words }}</li>
          }
        </ul>
        <p i18n class="quiet">What was written stays, and can be proposed again.</p>
        <almanac-breaches [check]="check" [isUnknown]="false" (again)="ask()" />
        @if (check.broken.length > 0 && mayGoOn) {
          <label i18n class="form-label" for="withdrawal-accepts"
            >Why it goes ahead all the same <span class="quiet">(kept in its history)</span></label
          >
          <input class="form-control" id="withdrawal-accepts" [value]="accepts()" (input)="accepts.set(textIn($event))" />
        }
        <label i18n class="form-label" for="withdrawal-remark">Why <span class="quiet">(its authors are told)</span></label>
        <input class="form-control" id="withdrawal-remark" maxlength="4000" [value]="remark()" (input)="remark.set(textIn($event))" />
        <button i18n class="btn btn-danger" [disabled]="isBusy()" (click)="withdraw()">Take it back</button>
      }
      @if (fault()) {
        <p class="notice-line ember" role="alert">{{ fault() }}</p>
      }
    </details>
  `,
  styles: `
    summary {
      color: var(--tide);
      font-weight: 600;
      min-height: 26px;
    }
    ul {
      margin: 4px 0;
      padding-inline-start: 18px;
    }
    .form-control {
      max-width: 560px;
    }
    .btn {
      margin-top: 8px;
    }
  `,
})
export class WithdrawPlanned {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  protected readonly mayGoOn = inject(SessionService).may('go on though broken');
  protected readonly textIn = textIn;
  readonly edition = input.required<EditionDetail>();
  readonly withdrawn = output<EditionDetail>();
  /** What readers would get; null while that is not known. */
  protected readonly check = signal<Withdrawal | null>(null);
  protected readonly remark = signal('');
  protected readonly accepts = signal('');
  protected readonly isBusy = signal(false);
  protected readonly fault = signal('');

  protected ask(): void {
    this.check.set(null);
    this.fault.set('');
    this.#api
      .checkWithdrawal(this.edition().id)
      .subscribe({ next: check => this.check.set(check), error: (error: unknown) => this.#tell(error) });
  }

  protected withdraw(): void {
    this.isBusy.set(true);
    this.#api.withdrawPlanned(this.edition().id, { remark: this.remark(), acceptsBroken: this.accepts() }).subscribe({
      next: edition => {
        this.isBusy.set(false);
        this.#messages.done($localize`“${edition.title}” does not come.`);
        this.withdrawn.emit(edition);
      },
      error: (error: unknown) => this.#tell(error),
    });
  }

  #tell(error: unknown): void {
    this.isBusy.set(false);
    this.fault.set(error instanceof Error ? error.message : '');
  }
}
