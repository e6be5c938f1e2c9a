import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import type { PreviewLinks as Links } from '@contract/previews';
import { instantOf, type LocalTime } from '@core/schedule/local-time';
import { ApiClient, ApiProblem } from '../api/api-client';
import { MomentField } from '../shared/moment-field';
import { ToldOnce } from '../shared/told-once';
import { textIn } from '../shared/typed-event';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { readerChoices } from '../state/readers';
import { SessionService } from '../state/session.service';
import { readerOf } from '../state/vantage';

/** How long a link may be let open, in hours. */
const lives: readonly { readonly hours: number; readonly label: string }[] = [
  { hours: 24, label: $localize`for a day` },
  { hours: 24 * 7, label: $localize`for a week` },
  { hours: 24 * 30, label: $localize`for thirty days` },
];

/** Links by which people without an account look at an edition before it is live: made, listed and ended. */
@Component({
  selector: 'almanac-preview-links',
  imports: [MomentField, ToldOnce, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (list(); as list) {
      @if (list.mayMake || list.links.length > 0) {
        <details [open]="isOpen()" (toggle)="isOpen.set(details.open)" #details>
          <summary>
            <b i18n>For people without an account</b>
            @if (openCount() > 0) {
              <span i18n class="quiet">{openCount(), plural, =1 {1 link is open} other {{{ openCount() }} links are open}}</span>
            }
          </summary>
          @if (list.mayMake) {
            <form class="row-line" (submit)="$event.preventDefault(); make()">
              <span i18n>A link that lets anybody who has it look at this</span>
              <select class="form-select" aria-label="How long" i18n-aria-label (change)="hours.set(+textIn($event))">
                @for (each of lives; track each.hours) {
                  <option [value]="each.hours" [selected]="each.hours === hours()">{{ each.label }}</option>
                }
              </select>
              <span i18n>, as</span>
              <select class="form-select" aria-label="As whom" i18n-aria-label (change)="who.set(textIn($event))">
                @for (each of readers; track each.name) {
                  <option [value]="each.name" [selected]="each.name === who()">{{ each.word }}</option>
                }
              </select>
              <span i18n>, in</span>
              <select class="form-select" aria-label="In which language" i18n-aria-label (change)="locale.set(textIn($event))">
                @for (each of locales; track each.tag) {
                  <option [value]="each.tag" [selected]="each.tag === locale()">{{ each.name }}</option>
                }
              </select>
              <almanac-moment-field
                label="The site as it is on"
                i18n-label
                emptyMeans="Empty: as it is whenever somebody looks."
                i18n-emptyMeans
                emptyWord="Whenever somebody looks"
                i18n-emptyWord
                [value]="moment()"
                (valueChange)="moment.set($event)"
              />
              <button i18n class="btn btn-plain" [disabled]="isBusy()">Make the link</button>
            </form>
            @if (who() !== 'anyone') {
              <p i18n class="form-help">Whoever has it reads all that such readers may read, members’ pages included.</p>
            }
          }
          @if (list.address; as address) {
            <almanac-told-once [address]="address" />
          }
          @for (link of list.links; track link.id) {
            <p class="row-line link">
              <span>{{ link.words }}</span>
              <span i18n class="quiet">made by {{ link.by }}, {{ link.createdAt | when: 'short' }}</span>
              <span class="grow"></span>
              @switch (link.state) {
                @case ('open') {
                  <span i18n class="quiet">until {{ link.endsAt | when: 'short' }}</span>
                  @if (link.mayEnd) {
                    <button i18n type="button" class="btn-word danger" [disabled]="isBusy()" (click)="end(link.id)">End it</button>
                  }
                }
                @case ('over') {
                  <span i18n class="chip">over since {{ link.endsAt | when: 'short' }}</span>
                }
                @case ('ended') {
                  <span i18n class="chip">ended by hand</span>
                }
              }
            </p>
          }
        </details>
      }
    }
  `,
  styles: `
    details {
      border-top: 1px solid var(--hair);
      padding: 6px 0;
      margin: 8px 0;
    }
    summary {
      cursor: pointer;
      min-height: 26px;
    }
    summary .quiet {
      margin-inline-start: 8px;
    }
    .row-line {
      flex-wrap: wrap;
    }
    .form-select {
      width: auto;
    }
    .link {
      border-top: 1px solid var(--hair);
      padding: 4px 0;
      margin: 0;
    }
  `,
})
export class PreviewLinks {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly editionId = input.required<string>();
  protected readonly textIn = textIn;
  protected readonly lives = lives;
  protected readonly readers = readerChoices(this.#session.site);
  protected readonly locales = this.#session.site.locales.filter(each => each.state !== 'off');
  protected readonly list = signal<Links | null>(null);
  protected readonly hours = signal(lives[1]!.hours);
  protected readonly who = signal('anyone');
  protected readonly locale = signal(this.#session.site.locale);
  /** When the site is looked at; null is whenever somebody looks. */
  protected readonly moment = signal<LocalTime | null>(null);
  /** Whether the list stands open; making or ending a link leaves it as it was. */
  protected readonly isOpen = signal(false);
  protected readonly isBusy = signal(false);

  constructor() {
    effect(onCleanup => {
      const reading = this.#api.listPreviewLinks(this.editionId()).subscribe({
        next: list => this.list.set(list),
        error: (error: unknown) => this.#messages.problem(error),
      });
      onCleanup(() => reading.unsubscribe());
    });
  }

  protected openCount(): number {
    return this.list()!.links.filter(each => each.state === 'open').length;
  }

  protected make(): void {
    const { signedIn, roles, memberships } = readerOf(this.who());
    const reader = { signedIn, roles: [...roles], memberships: [...memberships] };
    const moment = this.moment();
    const wish = { hours: this.hours(), locale: this.locale(), reader, moment: moment && instantOf(moment) };
    this.#do(this.#api.makePreviewLink(this.editionId(), wish));
  }

  protected end(id: string): void {
    this.#do(this.#api.endPreviewLink(id));
  }

  #do(act: ReturnType<ApiClient['makePreviewLink']>): void {
    this.isBusy.set(true);
    act.subscribe({
      next: list => {
        this.isBusy.set(false);
        this.list.set(list);
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        if (error instanceof ApiProblem) this.#messages.warn(error.message);
        else this.#messages.problem(error);
      },
    });
  }
}
