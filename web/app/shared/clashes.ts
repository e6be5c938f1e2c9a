import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Comparison } from '@contract/messages';
import { WhenPipe } from './when-pipe';

/** A record that somebody else saved while one changed it: both versions, and how they differ in words. */
export interface RecordClash {
  readonly recordId: string;
  readonly title: string;
  readonly yours: unknown;
  readonly theirs: { readonly revisionId: string; readonly value: unknown; readonly by: string; readonly at: number };
  readonly fields: Comparison['changes'];
}

/** Versions that clash, one under the other, with the way out of each. */
@Component({
  selector: 'almanac-clashes',
  imports: [WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (clash of clashes(); track clash.recordId) {
      <section class="notice-line ember" role="alert">
        <p i18n>
          <b>{{ clash.theirs.by }} saved a newer version of “{{ clash.title }}”</b> on {{ clash.theirs.at | when }}. Nothing is lost.
        </p>
        @if (clash.yours === null) {
          <p i18n>Yours takes it off.</p>
        } @else {
          <table>
            <thead>
              <tr>
                <th scope="col"><span i18n class="visually-hidden">What</span></th>
                <th i18n scope="col">Theirs</th>
                <th i18n scope="col">Yours</th>
              </tr>
            </thead>
            <tbody>
              @for (each of clash.fields; track each.field) {
                <tr>
                  <th scope="row">{{ each.label }}</th>
                  <td>{{ each.before || nothing }}</td>
                  <td>{{ each.after || nothing }}</td>
                </tr>
              } @empty {
                <tr>
                  <td i18n colspan="3">Both say the same.</td>
                </tr>
              }
            </tbody>
          </table>
        }
        <p class="ways">
          @if (clash.yours !== null) {
            <button i18n class="btn btn-primary" (click)="together.emit(clash)">Bring both together…</button>
          }
          <button i18n class="btn btn-plain" (click)="theirsTaken.emit(clash)">Take theirs</button>
          <button i18n class="btn btn-plain" (click)="mineKept.emit(clash)">Keep mine, over theirs</button>
        </p>
      </section>
    }
  `,
  styles: `
    p {
      margin: 0 0 4px;
    }
    table {
      width: 100%;
      table-layout: fixed;
      background: var(--sheet);
      color: var(--ink);
    }
    th,
    td {
      padding: 4px 10px;
      border: 1px solid var(--hair);
      text-align: start;
      vertical-align: top;
      overflow-wrap: anywhere;
    }
    thead th {
      font-size: 12px;
    }
    tr > :first-child {
      width: 130px;
    }
    .ways {
      display: flex;
      gap: 8px;
      margin: 6px 0 0;
    }
  `,
})
export class Clashes {
  readonly clashes = input.required<readonly RecordClash[]>();
  /** Both are to be brought together. */
  readonly together = output<RecordClash>();
  readonly theirsTaken = output<RecordClash>();
  readonly mineKept = output<RecordClash>();
  protected readonly nothing = $localize`nothing`;
}
