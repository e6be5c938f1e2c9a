import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { OwnSession } from '@contract/people';
import { shortestPassword } from '@core/people/password';
import { ApiClient, ApiProblem } from '../api/api-client';
import { editorLanguages } from '@core/people/editor-language';
import { NoticeChoices } from '../notices/notice-choices';
import { RightsTable } from '../rights/rights-table';
import { textIn } from '../shared/typed-event';
import { SessionService } from '../state/session.service';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';

/** One's own account: the password, and where one is signed in. */
@Component({
  selector: 'almanac-account',
  imports: [FormsModule, NoticeChoices, RightsTable, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 i18n>Your account</h1>
    <form class="panel" (ngSubmit)="change()">
      <h2 i18n>Password</h2>
      <label i18n class="form-label" for="account-current">The one you have</label>
      <input
        class="form-control"
        id="account-current"
        name="current"
        type="password"
        autocomplete="current-password"
        [(ngModel)]="current"
      />
      <p class="form-fault" role="alert">{{ faultAt('/current') }}</p>
      <label i18n class="form-label" for="account-next">A new one</label>
      <input
        class="form-control"
        id="account-next"
        name="next"
        type="password"
        autocomplete="new-password"
        aria-describedby="account-next-help"
        [(ngModel)]="next"
      />
      <p i18n class="form-help" id="account-next-help">At least {{ shortest }} characters. You are signed out everywhere else.</p>
      <p class="form-fault" role="alert">{{ faultAt('/next') }}</p>
      <button i18n class="btn btn-primary" [disabled]="!current || !next">Change it</button>
    </form>
    <section class="panel">
      <h2 i18n>The editor’s language</h2>
      <select class="form-select" aria-label="The editor’s language" i18n-aria-label (change)="choose(textIn($event))">
        <option i18n value="" [selected]="language() === ''">as your browser asks for it</option>
        @for (each of languages; track each.tag) {
          <option [value]="each.tag" [lang]="each.tag" [selected]="language() === each.tag">{{ each.name }}</option>
        }
      </select>
      <p i18n class="form-help">
        Its words, sentences, dates and times. What the site says, and what colleagues wrote, stays as it was written.
      </p>
    </section>
    <section class="panel">
      <h2 i18n>What you are told of</h2>
      <almanac-notice-choices />
    </section>
    @if (isOnTheStaff) {
      <section class="panel">
        <h2 i18n>What you may do</h2>
        <almanac-rights-table />
      </section>
    }
    <section class="panel">
      <h2 i18n>Where you are signed in</h2>
      <ul>
        @for (each of sessions(); track each.id) {
          <li>
            <b>
              @if (each.isThis) {
                <ng-container i18n>Here</ng-container>
              } @else {
                <ng-container i18n>Elsewhere</ng-container>
              }</b
            ><span class="quiet">
              @if (each.begunAt) {
                <ng-container i18n> since {{ each.begunAt | when }}</ng-container>
              }
              ·
              @if (each.browser) {
                {{ each.browser }}
              } @else {
                <ng-container i18n>a browser that did not say which</ng-container>
              }
            </span>
          </li>
        }
      </ul>
      @if (sessions().length > 1) {
        <button i18n class="btn btn-plain" (click)="endOthers()">Sign out everywhere else</button>
      }
    </section>
  `,
  styles: `
    :host {
      display: grid;
      gap: 12px;
      padding: 14px 20px 24px;
      max-width: 640px;
    }
    .panel {
      padding: 10px 16px 14px;
    }
    .form-label,
    .btn {
      margin-top: 8px;
    }
    .form-fault:empty {
      display: none;
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0 0 8px;
    }
    li {
      padding: 4px 0;
      border-bottom: 1px solid #ece6d9;
      overflow-wrap: anywhere;
    }
  `,
})
export class Account {
  readonly #session = inject(SessionService);
  protected readonly textIn = textIn;
  protected readonly languages = editorLanguages;
  protected readonly language = computed(() => this.#session.session()?.person?.language ?? '');
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  protected readonly isOnTheStaff = (this.#session.session()?.person?.roles.length ?? 0) > 0;
  protected readonly shortest = shortestPassword;
  protected readonly sessions = signal<readonly OwnSession[]>([]);
  readonly #problem = signal<ApiProblem | null>(null);
  protected current = '';
  protected next = '';

  constructor() {
    this.#read();
  }

  protected faultAt(pointer: string): string {
    return this.#problem()?.faultAt(pointer) ?? '';
  }

  protected choose(language: string): void {
    this.#session.chooseLanguage(language).subscribe({ error: (error: unknown) => this.#messages.problem(error) });
  }

  protected change(): void {
    this.#api.changePassword(this.current, this.next).subscribe({
      next: () => {
        this.current = this.next = '';
        this.#problem.set(null);
        this.#messages.done($localize`Changed. You are signed out everywhere else.`);
        this.#read();
      },
      error: (error: unknown) => {
        this.#problem.set(error instanceof ApiProblem ? error : null);
        this.#messages.problem(error);
      },
    });
  }

  protected endOthers(): void {
    this.#api.endSessions().subscribe({
      next: () => {
        this.#messages.done($localize`You are signed out everywhere else.`);
        this.#read();
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  #read(): void {
    this.#api
      .listSessions()
      .subscribe({ next: sessions => this.sessions.set(sessions), error: (error: unknown) => this.#messages.problem(error) });
  }
}
