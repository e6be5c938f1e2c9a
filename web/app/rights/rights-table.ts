import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import type { Rights } from '@contract/rights';
import { listOf } from '@core/format/moment';
import { ApiClient } from '../api/api-client';

/** What somebody may do to a record, or to the site, and who could. */
@Component({
  selector: 'almanac-rights-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rights(); as rights) {
      @if (rights.workflow) {
        <p i18n class="quiet">It goes live by “{{ rights.workflow }}”.</p>
      }
      <table class="list">
        <thead>
          <tr>
            <th i18n scope="col">To do</th>
            <th i18n scope="col">You</th>
            <th i18n scope="col">Who could</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rights.rows; track row.says) {
            <tr>
              <th scope="row">{{ row.says }}</th>
              <td>
                @if (row.may) {
                  <span i18n class="chip leaf">yes</span>
                } @else {
                  <span i18n class="chip">no</span>&ngsp;<span class="quiet">{{ row.why }}</span>
                }
              </td>
              <td>
                @if (row.people.length > 0) {
                  {{ names(row.people) }}
                } @else {
                  <span i18n class="chip ember">nobody</span>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    } @else if (fault()) {
      <p class="notice-line ember" role="alert">{{ fault() }}</p>
    } @else {
      <p i18n class="quiet">Reading…</p>
    }
  `,
  styles: `
    tbody th {
      position: static;
      background: none;
      color: var(--ink);
      font-weight: 600;
      text-align: start;
      padding: 5px 8px;
      border-bottom: 1px solid #ece6d9;
    }
    td {
      font-size: 13px;
    }
  `,
})
export class RightsTable {
  readonly #api = inject(ApiClient);
  /** Nothing is the site. */
  readonly record = input('');
  readonly locale = input('');
  protected readonly rights = signal<Rights | null>(null);
  protected readonly fault = signal('');

  constructor() {
    effect(onCleanup => {
      const question = this.record() ? { record: this.record(), ...(this.locale() ? { locale: this.locale() } : {}) } : {};
      const asking = this.#api.readRights(question).subscribe({
        next: rights => this.rights.set(rights),
        error: (error: unknown) => this.fault.set(error instanceof Error ? error.message : ''),
      });
      onCleanup(() => asking.unsubscribe());
    });
  }

  protected names(people: readonly string[]): string {
    return people.length > 6 ? $localize`${listOf(people.slice(0, 6))} and ${people.length - 6} more` : listOf(people);
  }
}
