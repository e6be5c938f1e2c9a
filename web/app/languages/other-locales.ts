import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { RecordDetail } from '@contract/messages';
import { SessionService } from '../state/session.service';

/** In which other locales a record is written, and how far; each leads to its words there. */
@Component({
  selector: 'almanac-other-locales',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <p class="small">
        <span i18n class="quiet">In other languages:</span>
        @for (row of rows(); track row.tag) {
          <a [routerLink]="['/languages', row.tag, record().id]"
            ><span [lang]="row.tag">{{ row.name }}</span
            >&ngsp;<span class="quiet">{{ row.words }}</span></a
          >
        }
      </p>
    }
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      margin: 0 0 2px;
    }
  `,
})
export class OtherLocales {
  readonly #session = inject(SessionService);
  readonly record = input.required<Pick<RecordDetail, 'id' | 'inLocales'>>();
  protected readonly rows = computed(() =>
    this.record().inLocales.map(each => ({
      tag: each.tag,
      name: this.#session.locale(each.tag)?.name ?? each.tag,
      words:
        (each.state === 'out'
          ? $localize`left out`
          : each.behind > 0
            ? 'behind'
            : each.own === 0
              ? 'follows'
              : each.state === 'own'
                ? $localize`own words`
                : $localize`${each.own} of ${each.of}`) + (each.isWaiting ? $localize`, waits` : ''),
    })),
  );
}
