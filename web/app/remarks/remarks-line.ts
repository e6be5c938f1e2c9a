import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Remarks } from '@contract/remarks';
import { RemarksService } from './remarks.service';

/** Where a proposal is written: what is remarked on it and not settled, and the way to answer. */
@Component({
  selector: 'almanac-remarks-line',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open().length > 0) {
      <div class="notice-line">
        @for (remark of open(); track remark.id) {
          <p>
            <b>{{ remark.by }}</b>
            @if (remark.label) {
              &ngsp;<ng-container i18n>on {{ remark.label }}</ng-container>
            }
            @if (remark.quote) {
              &ngsp;<q>{{ remark.quote }}</q>
            }
            &ngsp;{{ remark.body }}
          </p>
        }
        <a i18n [routerLink]="['/reviews', editionId()]">Answer and settle</a>
      </div>
    }
  `,
  styles: `
    .notice-line {
      margin: 6px 20px 0;
    }
    p {
      margin: 0 0 2px;
      overflow-wrap: anywhere;
    }
  `,
})
export class RemarksLine {
  readonly editionId = input.required<string>();
  readonly #remarks = toSignal(inject(RemarksService).of(toObservable(this.editionId)), { initialValue: [] as Remarks });
  protected readonly open = () => this.#remarks().filter(each => !each.settled);
}
