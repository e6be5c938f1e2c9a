import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { countOf, percentOf } from '@core/format/moment';
import { UploadService, type Upload } from './upload.service';

const words: Readonly<Record<Upload['state'], string>> = {
  waiting: $localize`waits`,
  sending: $localize`on its way`,
  'looked at': $localize`being looked at`,
  'brought in': $localize`brought in`,
  proposed: $localize`waits to be approved`,
  drafted: $localize`kept as a draft`,
  'there already': $localize`is in the library already`,
  refused: '',
  stopped: $localize`stopped`,
};

/** The files on their way into the library: how far each is, what was refused and why. */
@Component({
  selector: 'almanac-upload-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (uploads().length > 0) {
      <section class="panel" aria-label="On their way in" i18n-aria-label>
        <p class="row-line head">
          <b role="status">{{ summary() }}</b>
          @if (isOver()) {
            <button i18n class="btn-word" (click)="service.putAway()">Put this away</button>
          }
        </p>
        <ul>
          @for (each of inSight(); track each.id) {
            <li>
              <span class="name">{{ each.name }}</span>
              @if (each.state === 'sending') {
                <progress [value]="each.sent" max="1" ariaLabel="{{ each.name }} is on its way" i18n-ariaLabel></progress>
                <span class="quiet">{{ percentOf(each.sent * 100) }}</span>
              }
              <span [class.form-fault]="each.state === 'refused'">{{ each.fault || words[each.state] }}</span>
              @if (each.state === 'waiting' || each.state === 'sending') {
                <button i18n class="btn-word" ariaLabel="Stop {{ each.name }}" i18n-ariaLabel (click)="service.stop(each.id)">Stop</button>
              }
              @if (each.fileId) {
                <button i18n class="btn-word" ariaLabel="Show {{ each.name }}" i18n-ariaLabel (click)="shown.emit(each.fileId)">
                  Show it
                </button>
              }
            </li>
          }
        </ul>
        @if (uploads().length > inSight().length) {
          <p i18n class="quiet">And {{ uploads().length - inSight().length }} more.</p>
        }
      </section>
    }
  `,
  styles: `
    section {
      padding: 8px 14px;
      margin-bottom: 10px;
      max-height: 220px;
      overflow: auto;
    }
    .head {
      margin: 0;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 26px;
    }
    .name {
      font-weight: 600;
      overflow-wrap: anywhere;
      max-width: 40ch;
    }
    progress {
      width: 120px;
      accent-color: var(--tide);
    }
  `,
})
export class UploadList {
  protected readonly service = inject(UploadService);
  protected readonly words = words;
  protected readonly percentOf = percentOf;
  /** The id of a file that is to be looked at. */
  readonly shown = output<string>();
  protected readonly uploads = this.service.uploads;
  // What was refused comes first, then what is still on its way: of a thousand these are what somebody looks for.
  protected readonly inSight = computed(() => {
    const rank = ({ state }: Upload) =>
      state === 'refused' ? 0 : state === 'sending' || state === 'looked at' ? 1 : state === 'waiting' ? 3 : 2;
    return [...this.uploads()].sort((a, b) => rank(a) - rank(b)).slice(0, 30);
  });
  protected readonly isOver = computed(() => this.uploads().every(each => !['waiting', 'sending', 'looked at'].includes(each.state)));
  protected readonly summary = computed(() => {
    const count = (...states: readonly Upload['state'][]) => this.uploads().filter(each => states.includes(each.state)).length;
    const parts = [
      [count('waiting', 'sending', 'looked at'), $localize`on the way`],
      [count('brought in'), $localize`brought in`],
      [count('proposed', 'drafted'), $localize`not live yet`],
      [count('there already'), $localize`there already`],
      [count('refused'), 'refused'],
      [count('stopped'), 'stopped'],
    ] as const;
    return `${countOf(this.uploads().length, 'file')}: ${parts.flatMap(([number, what]) => (number > 0 ? [`${number} ${what}`] : [])).join(', ')}`;
  });
}
