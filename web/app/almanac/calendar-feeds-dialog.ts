import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { CalendarFeeds } from '@contract/calendar-feeds';
import { kinds } from '@core/kinds/index';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { ToldOnce } from '../shared/told-once';
import { ToldPipe } from '../shared/told.pipe';
import { isTickedIn, textIn } from '../shared/typed-event';
import { WhenPipe } from '../shared/when-pipe';
import { PagesService } from '../state/pages.service';

/** One's own private addresses at which a calendar reads the plan: made, listed and ended. */
@Component({
  selector: 'almanac-calendar-feeds-dialog',
  imports: [ToldOnce, ToldPipe, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">The plan in a calendar</h2>
      <button type="button" class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <p i18n class="quiet">
        A private address to which a calendar program subscribes. It tells whoever has it what begins and ends, a month back and a year
        ahead, and is asked again every hour.
      </p>
      <form class="row-line" (submit)="$event.preventDefault(); make()">
        <input
          class="form-control"
          aria-label="Name"
          i18n-aria-label
          placeholder="a name for it"
          i18n-placeholder
          maxlength="60"
          [value]="name()"
          (input)="name.set(textIn($event))"
        />
        <select class="form-select" aria-label="What it tells of" i18n-aria-label (change)="kind.set(textIn($event))">
          <option i18n value="" selected>everything</option>
          @for (each of told; track each) {
            <option [value]="each">{{ each | told }}</option>
          }
        </select>
        <select class="form-select" aria-label="Of which section" i18n-aria-label (change)="section.set(textIn($event))">
          <option i18n value="" selected>of the whole site</option>
          @for (page of pages.pages(); track page.id) {
            @if (page.depth === 1) {
              <option [value]="page.id">{{ page.title }}</option>
            }
          }
        </select>
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [checked]="withProposed()"
            (change)="withProposed.set(isTickedIn($event))"
          /><ng-container i18n>what is only proposed too</ng-container></label
        >
        <button i18n class="btn btn-primary" [disabled]="name().trim() === ''">Make the address</button>
      </form>
      @if (fault()) {
        <p class="form-fault" role="alert">{{ fault() }}</p>
      }
      @if (list(); as list) {
        @if (list.address; as address) {
          <almanac-told-once [address]="address" />
        }
        @for (feed of list.feeds; track feed.id) {
          <p class="row-line feed">
            <b>{{ feed.name }}</b>
            <span>{{ feed.words }}</span>
            <span i18n class="quiet">made {{ feed.createdAt | when: 'short' }}</span>
            <span class="grow"></span>
            <button i18n type="button" class="btn-word danger" ariaLabel="End {{ feed.name }}" i18n-ariaLabel (click)="end(feed.id)">
              End it
            </button>
          </p>
        } @empty {
          <p i18n class="quiet">You have none yet.</p>
        }
      }
    </div>
  `,
  styles: `
    form {
      flex-wrap: wrap;
      margin-bottom: 10px;
    }
    .form-control {
      width: 180px;
    }
    .form-select {
      width: auto;
      max-width: 200px;
    }
    .feed {
      border-top: 1px solid var(--hair);
      padding: 4px 0;
      margin: 0;
    }
  `,
})
export class CalendarFeedsDialog {
  readonly #api = inject(ApiClient);
  protected readonly modal = inject(NgbActiveModal);
  protected readonly pages = inject(PagesService);
  protected readonly told = kinds.filter(each => !each.isUnseen).map(each => each.name);
  protected readonly textIn = textIn;
  protected readonly isTickedIn = isTickedIn;
  protected readonly list = signal<CalendarFeeds | null>(null);
  protected readonly fault = signal('');
  protected readonly name = signal('');
  protected readonly kind = signal('');
  protected readonly section = signal('');
  protected readonly withProposed = signal(false);

  constructor() {
    this.#take(this.#api.listCalendarFeeds());
  }

  protected make(): void {
    const kinds = this.kind() ? [this.kind()] : [];
    this.#take(
      this.#api.makeCalendarFeed({ name: this.name(), kinds, section: this.section() || null, withProposed: this.withProposed() }),
    );
  }

  protected end(id: string): void {
    this.#take(this.#api.endCalendarFeed(id));
  }

  #take(asked: Observable<CalendarFeeds>): void {
    asked.subscribe({
      next: list => {
        this.list.set(list);
        this.fault.set('');
        if (list.address) this.name.set('');
      },
      error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.message : $localize`That did not work.`),
    });
  }
}
