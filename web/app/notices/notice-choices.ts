import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { NoticeChoiceRow } from '@contract/notices';
import { mailWays, type MailWay } from '@core/notice/notice';
import { ApiClient } from '../api/api-client';
import { choiceIn, isTickedIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';

/** Of what one is told, and how: a row each, kept as it is chosen. */
@Component({
  selector: 'almanac-notice-choices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table>
      <thead>
        <tr>
          <th i18n scope="col">When</th>
          <th i18n scope="col">Here</th>
          <th i18n scope="col">By e-mail</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.kind) {
          <tr>
            <th scope="row">{{ row.label }}</th>
            <td>
              <input
                type="checkbox"
                class="form-check-input"
                ariaLabel="{{ row.label }}: here"
                i18n-ariaLabel
                [checked]="row.inApp"
                (change)="choose(row, { inApp: isTickedIn($event) })"
              />
            </td>
            <td>
              <select
                class="form-select"
                ariaLabel="{{ row.label }}: by e-mail"
                i18n-ariaLabel
                (change)="choose(row, { mail: choiceIn($event) })"
              >
                @for (way of ways; track way) {
                  <option [value]="way" [selected]="way === row.mail">{{ wayWords[way] }}</option>
                }
              </select>
            </td>
          </tr>
        }
      </tbody>
    </table>
    <p i18n class="form-help">Once a day is at seven in the morning, by the site’s clock.</p>
  `,
  styles: `
    table {
      width: 100%;
    }
    th,
    td {
      padding: 4px 8px 4px 0;
      text-align: start;
      font-weight: 400;
      border-bottom: 1px solid #ece6d9;
    }
    thead th {
      font-size: 12px;
      font-weight: 600;
      color: var(--ink-2);
    }
    .form-select {
      width: auto;
    }
  `,
})
export class NoticeChoices {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  protected readonly isTickedIn = isTickedIn;
  protected readonly choiceIn = choiceIn<MailWay>;
  protected readonly ways = mailWays;
  protected readonly rows = signal<readonly NoticeChoiceRow[]>([]);
  protected readonly wayWords: Readonly<Record<MailWay, string>> = {
    not: $localize`not`,
    'at once': $localize`at once`,
    daily: $localize`once a day`,
  };

  constructor() {
    this.#api
      .listNoticeChoices()
      .subscribe({ next: rows => this.rows.set(rows), error: (error: unknown) => this.#messages.problem(error) });
  }

  protected choose({ kind, inApp, mail }: NoticeChoiceRow, part: Partial<NoticeChoiceRow>): void {
    this.#api.chooseNotices({ choices: [{ kind, inApp, mail, ...part }] }).subscribe({
      next: rows => {
        this.rows.set(rows);
        this.#messages.done($localize`Kept.`);
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
