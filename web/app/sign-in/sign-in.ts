import { ChangeDetectionStrategy, Component, DOCUMENT, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { editorLanguage } from '../state/editor-language';
import { ApiProblem } from '../api/api-client';
import { SessionService } from '../state/session.service';

/** Signing in to the editor. */
@Component({
  selector: 'almanac-sign-in',
  imports: [FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="ground">
      <form (ngSubmit)="signIn()" class="panel">
        <h1 i18n>Lucid Almanac</h1>
        <p i18n class="quiet">What shows where, to whom, until when, and why.</p>
        @if (fault()) {
          <p class="notice-line ember" role="alert">{{ fault() }}</p>
        }
        <label i18n class="form-label" for="email">E-mail</label>
        <input class="form-control" id="email" name="email" type="email" autocomplete="username" required [(ngModel)]="email" />
        <label i18n class="form-label" for="password">Password</label>
        <input
          class="form-control"
          id="password"
          name="password"
          type="password"
          autocomplete="current-password"
          required
          [(ngModel)]="password"
        />
        <button i18n class="btn btn-primary" [disabled]="isBusy()">Sign in</button>
        <p class="forgotten"><a i18n href="/sign-in/forgotten">Forgotten your password?</a></p>
      </form>
    </div>
  `,
  styles: `
    .ground {
      min-height: 100%;
      display: grid;
      place-items: center;
      padding: 20px;
    }
    form {
      width: 340px;
      max-width: 100%;
      padding: 26px 28px 28px;
      border-top: 3px double var(--hair);
      display: grid;
      gap: 4px;
    }
    h1 {
      font-size: 26px;
    }
    button {
      margin-top: 12px;
    }
    .forgotten {
      margin: 8px 0 0;
    }
    .form-label {
      margin-top: 8px;
    }
  `,
})
export class SignIn {
  readonly #session = inject(SessionService);
  readonly #router = inject(Router);
  readonly #document = inject(DOCUMENT);
  /** Where to go afterwards. */
  readonly to = input<string>();
  protected email = '';
  protected password = '';
  protected readonly fault = signal('');
  protected readonly isBusy = signal(false);

  constructor() {
    // Reads the token that the sign-in itself has to carry.
    this.#session.ready().subscribe();
  }

  protected signIn(): void {
    this.isBusy.set(true);
    this.#session.signIn(this.email, this.password).subscribe({
      next: session => {
        if (session.person && session.person.roles.length > 0) this.#enter(session.person.language);
        else this.fault.set($localize`This account reads the public site; the editor is for staff.`);
        this.isBusy.set(false);
      },
      error: (error: unknown) => {
        this.fault.set(error instanceof ApiProblem ? error.message : $localize`Something went wrong. Try again.`);
        this.isBusy.set(false);
      },
    });
  }

  // Whoever has chosen another language than their browser asks for has the whole editor anew.
  #enter(language: string): void {
    const to = this.to() ?? '/today';
    if (language !== '' && language !== editorLanguage()) this.#document.location.assign(`/almanac${to}`);
    else void this.#router.navigateByUrl(to);
  }
}
