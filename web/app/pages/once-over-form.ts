import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { addressOf, linkTyped } from '@core/fields/link/typed-link';
import { leadingStatuses, type LeadingStatus, type OnceOver } from '@core/page/once-over';
import type { PageValue } from '@core/page/page';
import type { LinkTarget } from '@core/rich-text/document';
import { isShelved } from '@core/page/back-shelf';
import { localTimeAt } from '@core/schedule/local-time';
import { DateField } from '../shared/date-field';
import { MomentField } from '../shared/moment-field';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';

/** What a page says of its own end. */
export type PageEnd = Pick<PageValue, 'onceOver' | 'lastWords' | 'reviewBy' | 'shelvedFrom'>;

const statusLabels: Readonly<Record<LeadingStatus, string>> = {
  302: $localize`for now`,
  308: $localize`for good`,
  301: $localize`for good, said in the older way`,
};

/** What readers get once a page is over, and by when somebody is to look it over. */
@Component({
  selector: 'almanac-once-over-form',
  imports: [DateField, MomentField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>Once it is over</h3>
    <div class="pair">
      <div class="field">
        <label i18n class="form-label" for="once-over">Readers who come then</label>
        <select class="form-select" id="once-over" (change)="choose(textIn($event))">
          <option i18n value="" [selected]="!page().onceOver">find nothing at this address</option>
          <option i18n value="gone" [selected]="page().onceOver?.answer === 'gone'">are told that it is gone</option>
          <option i18n value="moved" [selected]="page().onceOver?.answer === 'moved'">are led to another page</option>
        </select>
      </div>
      @if (page().onceOver?.answer === 'gone') {
        <div class="field">
          <label i18n class="form-label" for="last-words">Last words</label>
          <input
            class="form-control"
            id="last-words"
            placeholder="that the page is over"
            i18n-placeholder
            [value]="page().lastWords ?? ''"
            (input)="set({ lastWords: textIn($event) })"
          />
        </div>
      }
      @if (moved(); as moved) {
        <div class="field">
          <label i18n class="form-label" for="led-to">Led to</label>
          <input
            class="form-control"
            id="led-to"
            placeholder="/visit or https://…"
            i18n-placeholder
            [class.is-invalid]="fault()"
            [value]="typed()"
            (input)="lead(textIn($event), moved.status)"
          />
          @if (fault(); as words) {
            <p class="form-fault" role="alert">{{ words }}</p>
          } @else if (title()) {
            <p i18n class="form-help">Leads to the page “{{ title() }}”, also when its address changes.</p>
          }
        </div>
        <div class="field">
          <label i18n class="form-label" for="led-how">Said to be so</label>
          <select class="form-select" id="led-how" (change)="leadAs(textIn($event))">
            @for (status of statuses; track status) {
              <option [value]="status" [selected]="status === moved.status">{{ labels[status] }}</option>
            }
          </select>
        </div>
      }
      <div class="field">
        <label i18n class="form-label" for="review-by">To be looked over by</label>
        <almanac-date-field
          fieldId="review-by"
          [withTime]="false"
          [value]="page().reviewBy?.local?.slice(0, 10) ?? ''"
          (valueChange)="review($event)"
        />
        <p i18n class="form-help">Empty asks nobody to.</p>
      </div>
      <almanac-moment-field
        label="On the back shelf from"
        i18n-label
        emptyMeans="Empty: never. There it keeps its address and is found, and stands in no ordinary listing."
        i18n-emptyMeans
        [value]="page().shelvedFrom ?? null"
        (valueChange)="set({ shelvedFrom: $event ?? undefined })"
      />
      <div class="field shelf">
        @if (isShelved()) {
          <p i18n class="form-help">It stands there now.</p>
        } @else {
          <button i18n type="button" class="btn-word" (click)="shelve()">Put it there now</button>
        }
      </div>
    </div>
  `,
  styles: `
    :host {
      display: block;
    }
    .pair {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(100%, 250px), 1fr));
      gap: 0 16px;
    }
    .form-label {
      display: block;
    }
  `,
})
export class OnceOverForm {
  readonly #pages = inject(PagesService);
  readonly #session = inject(SessionService);
  readonly page = input.required<PageEnd>();
  readonly fault = input('');
  readonly pageChange = output<PageEnd>();
  protected readonly statuses = leadingStatuses;
  protected readonly labels = statusLabels;
  protected readonly textIn = textIn;
  protected readonly moved = computed(() => {
    const once = this.page().onceOver;
    return once?.answer === 'moved' ? once : null;
  });
  protected readonly typed = computed(() => addressOf(this.moved()?.to ?? null, this.#pages.pathOf));
  protected readonly title = computed(() => this.#pages.pages().find(page => page.id === this.moved()?.to.page)?.title ?? '');

  protected choose(answer: string): void {
    const nowhere: LinkTarget = { page: null, address: '' };
    const onceOver: OnceOver | undefined =
      answer === 'gone' ? { answer } : answer === 'moved' ? { answer, to: nowhere, status: leadingStatuses[0] } : undefined;
    this.set({ onceOver });
  }

  protected lead(text: string, status: LeadingStatus): void {
    this.set({ onceOver: { answer: 'moved', to: linkTyped(text, this.#pages.idAt) ?? { page: null, address: '' }, status } });
  }

  protected leadAs(status: string): void {
    this.set({ onceOver: { ...this.moved()!, status: Number(status) as LeadingStatus } });
  }

  protected review(day: string): void {
    this.set({ reviewBy: day ? { local: `${day}T00:00`, zone: this.#session.site.zone } : undefined });
  }

  protected isShelved(): boolean {
    return isShelved(this.page(), this.#session.site.now);
  }

  protected shelve(): void {
    const { zone, now } = this.#session.site;
    this.set({ shelvedFrom: { local: localTimeAt(now, zone), zone } });
  }

  protected set(part: PageEnd): void {
    this.pageChange.emit(part);
  }
}
