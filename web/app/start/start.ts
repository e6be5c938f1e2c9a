import { ChangeDetectionStrategy, Component, inject, input, signal, type OnInit } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import type { StartQuestions } from '@contract/site';
import { ApiClient, ApiProblem } from '../api/api-client';
import { timeZones } from '../shared/time-zones';
import { SessionService } from '../state/session.service';

/** The first form of all: it names a new site, its first administrator, and what it begins with. */
@Component({
  selector: 'almanac-start',
  imports: [FormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="ground">
      @if (questions(); as questions) {
        <form (ngSubmit)="begin()" class="panel">
          <h1 i18n>A new site</h1>
          <p i18n class="quiet">Everything here except the language can be changed later.</p>
          @if (fault()) {
            <p class="notice-line ember" role="alert">{{ fault() }}</p>
          }
          <div class="columns">
            <fieldset>
              <legend i18n>The site</legend>
              <label i18n class="form-label" for="start-name">Its name</label>
              <input class="form-control" id="start-name" name="name" required maxlength="80" [(ngModel)]="site.name" />
              <p class="form-fault" role="alert">{{ faultAt('/site/name') }}</p>
              <label i18n class="form-label" for="start-about">What it is about, in a sentence</label>
              <input class="form-control" id="start-about" name="about" maxlength="300" [(ngModel)]="site.description" />
              <label i18n class="form-label" for="start-locale">Language</label>
              <select class="form-select" id="start-locale" name="locale" [(ngModel)]="site.locale" aria-describedby="start-locale-help">
                @for (each of questions.locales; track each.tag) {
                  <option [value]="each.tag">{{ each.name }}</option>
                }
              </select>
              <p i18n class="form-help" id="start-locale-help">In which everything is written first. Other languages may be added.</p>
              <label i18n class="form-label" for="start-zone">Time zone</label>
              <select class="form-select" id="start-zone" name="zone" [(ngModel)]="site.zone">
                @for (each of zones; track each) {
                  <option [value]="each">{{ each }}</option>
                }
              </select>
              @if (questions.themes.length > 1) {
                <label i18n class="form-label" for="start-theme">Theme</label>
                <select class="form-select" id="start-theme" name="theme" [(ngModel)]="site.theme">
                  @for (each of questions.themes; track each.name) {
                    <option [value]="each.name">{{ each.label }}</option>
                  }
                </select>
              }
            </fieldset>
            <fieldset>
              <legend i18n>You, its first administrator</legend>
              <label i18n class="form-label" for="start-person">Your name</label>
              <input
                class="form-control"
                id="start-person"
                name="person"
                required
                maxlength="120"
                autocomplete="name"
                [(ngModel)]="person.name"
              />
              <p class="form-fault" role="alert">{{ faultAt('/administrator/name') }}</p>
              <label i18n class="form-label" for="start-email">E-mail</label>
              <input
                class="form-control"
                id="start-email"
                name="email"
                type="email"
                required
                autocomplete="username"
                [(ngModel)]="person.email"
              />
              <p class="form-fault" role="alert">{{ faultAt('/administrator/email') }}</p>
              <label i18n class="form-label" for="start-password">Password</label>
              <input
                class="form-control"
                id="start-password"
                name="password"
                type="password"
                required
                autocomplete="new-password"
                aria-describedby="start-password-help"
                [(ngModel)]="person.password"
              />
              <p i18n class="form-help" id="start-password-help">
                At least {{ questions.shortestPassword }} characters; three or four words that do not belong together are easiest to keep.
              </p>
              <p class="form-fault" role="alert">{{ faultAt('/administrator/password') }}</p>
            </fieldset>
          </div>
          <fieldset>
            <legend i18n>To begin with</legend>
            @for (each of questions.beginnings; track each.name) {
              <label class="choice"
                ><input type="radio" class="form-check-input" name="with" [value]="each.name" [(ngModel)]="beginWith" />
                <span
                  ><b>{{ each.label }}</b> <span class="quiet">{{ each.help }}</span>
                  @if (each.pages.length > 0) {
                    <span class="quiet pages">{{ each.pages.join(' · ') }}</span>
                  }
                </span></label
              >
            }
            <label class="choice"
              ><input type="checkbox" class="form-check-input" name="open" [(ngModel)]="isOpen" />
              <span
                ><b i18n>Anybody may see it at once</b> <span i18n class="quiet">Otherwise only the staff, until you open it.</span></span
              ></label
            >
          </fieldset>
          <button i18n class="btn btn-primary" [disabled]="isBusy()">Begin the site</button>
        </form>
      } @else if (refused()) {
        <section class="panel">
          <h1 i18n>Lucid Almanac</h1>
          <p class="notice-line ember" role="alert">{{ refused() }}</p>
          <p i18n>The address to begin a site is printed where the server was started. Start it anew, and it tells another one.</p>
        </section>
      }
    </div>
  `,
  styles: `
    .ground {
      min-height: 100%;
      display: grid;
      place-items: center;
      padding: 16px;
    }
    .panel {
      width: 780px;
      max-width: 100%;
      padding: 20px 28px 24px;
      border-top: 3px double var(--hair);
    }
    h1 {
      font-size: 26px;
    }
    .columns {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
      gap: 0 28px;
      margin-bottom: 10px;
    }
    legend {
      font: 600 14px var(--title);
      margin: 4px 0 0;
    }
    .form-label {
      margin-top: 6px;
    }
    .form-fault:empty {
      display: none;
    }
    .choice {
      display: flex;
      gap: 8px;
      padding: 3px 0;
      align-items: baseline;
    }
    .choice .form-check-input {
      flex: none;
      position: relative;
      top: 3px;
    }
    .choice .quiet {
      margin-inline-start: 5px;
    }
    .choice .pages {
      margin: 0;
      display: block;
      font-size: 12px;
    }
    .btn {
      margin-top: 10px;
    }
  `,
})
export class Start implements OnInit {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #router = inject(Router);
  /** The key that the server told. */
  readonly key = input('');
  protected readonly questions = signal<StartQuestions | null>(null);
  protected readonly refused = signal('');
  protected readonly fault = signal('');
  protected readonly isBusy = signal(false);
  readonly #problem = signal<ApiProblem | null>(null);
  readonly #zoneHere = Intl.DateTimeFormat().resolvedOptions().timeZone;
  protected readonly zones = timeZones(this.#zoneHere);
  protected readonly site = { name: '', description: '', locale: '', zone: this.#zoneHere, theme: '' };
  protected readonly person = { name: '', email: '', password: '' };
  protected beginWith: 'front page' | 'small site' = 'small site';
  protected isOpen = false;

  ngOnInit(): void {
    // The session brings the token that the form has to carry.
    this.#session.ready().subscribe(session => {
      if (session.site.isBegun) {
        void this.#router.navigateByUrl(session.person ? '/today' : '/sign-in');
        return;
      }
      this.#api.readStart(this.key()).subscribe({
        next: questions => {
          this.site.locale = questions.locales.find(each => navigator.languages.includes(each.tag))?.tag ?? questions.locales[0]!.tag;
          this.site.theme = questions.themes[0]!.name;
          this.questions.set(questions);
        },
        error: (error: unknown) =>
          this.refused.set(error instanceof ApiProblem ? error.message : $localize`Something went wrong. Reload the page.`),
      });
    });
  }

  protected faultAt(pointer: string): string {
    return this.#problem()?.faultAt(pointer) ?? '';
  }

  protected begin(): void {
    this.isBusy.set(true);
    this.#session
      .beginSite({ key: this.key(), site: this.site, administrator: this.person, beginWith: this.beginWith, isOpen: this.isOpen })
      .subscribe({
        next: () => void this.#router.navigateByUrl('/today'),
        error: (error: unknown) => {
          this.isBusy.set(false);
          this.#problem.set(error instanceof ApiProblem ? error : null);
          const problem = this.#problem();
          this.fault.set(
            problem === null
              ? $localize`Something went wrong. Try again; nothing was begun.`
              : problem.problem.errors
                ? $localize`Something is not right yet; it stands beneath its field.`
                : problem.message,
          );
        },
      });
  }
}
