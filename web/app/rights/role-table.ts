import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { recordKinds } from '@core/kinds/index';
import { actNamed, actNames } from '@core/rights/acts';
import { rolesWith } from '@core/rights/grants';
import { rolesThatMay } from '@core/rights/judge-act';
import { capitalised, told } from '@core/tongue/say';
import { roles, type Role } from '@core/workflow/workflow';
import { ToldPipe } from '../shared/told.pipe';
import { SessionService } from '../state/session.service';

/** Which role may what: with each kind of record, and with the site. */
@Component({
  selector: 'almanac-role-table',
  imports: [ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary i18n>Which role may what</summary>
      <p i18n class="form-help">
        Each within the sections and languages for which somebody holds the role. How something goes live is set by workflows.
      </p>
      <table class="list">
        <thead>
          <tr>
            <th i18n scope="col">To do</th>
            @for (role of roles; track role) {
              <th scope="col">{{ role | told }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of rows; track row.says) {
            <tr>
              <th scope="row">{{ row.says }}</th>
              @for (role of roles; track role) {
                <td>
                  @if (row.roles.includes(role)) {
                    <span i18n class="leaf">yes</span>
                  } @else {
                    <span class="quiet" aria-hidden="true">·</span><span i18n class="visually-hidden">no</span>
                  }
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
    </details>
  `,
  styles: `
    details {
      margin-top: 12px;
    }
    summary {
      color: var(--tide);
      font-weight: 600;
      min-height: 26px;
    }
    tbody th {
      position: static;
      background: none;
      color: var(--ink);
      font-weight: 400;
      text-align: start;
      padding: 3px 8px;
      border-bottom: 1px solid #ece6d9;
    }
    td {
      padding-block: 3px;
    }
    .leaf {
      color: var(--leaf);
      font-weight: 600;
    }
  `,
})
export class RoleTable {
  readonly #session = inject(SessionService);
  protected readonly roles = roles;
  protected readonly rows: readonly { readonly says: string; readonly roles: readonly Role[] }[] = [
    ...recordKinds.flatMap(kind => {
      const written = this.#session.written(kind);
      const verbs = { write: $localize`write`, review: $localize`review`, publish: $localize`publish at once` };
      return (['write', 'review', 'publish'] as const).map(right => ({
        says: `${capitalised(told(kind))}: ${verbs[right]}`,
        roles: rolesWith(right, written),
      }));
    }),
    ...actNames
      .filter(name => actNamed(name).over !== 'record' || name !== 'write')
      .map(name => ({
        says: capitalised(told(actNamed(name).says)),
        roles: rolesThatMay(name, actNamed(name).over === 'site' ? [] : [this.#session.written(recordKinds[0]!)]),
      })),
  ];
}
