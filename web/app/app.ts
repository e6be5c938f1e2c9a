import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap/dropdown';
import { NoticesMenu } from './notices/notices-menu';
import { Finder } from './shared/finder';
import { KeysHelp } from './shared/keys-help';
import { MessageLine } from './shared/message-line';
import { LiveService } from './state/live.service';
import { MessageService } from './state/message.service';
import { SessionService } from './state/session.service';
import { withArticle } from '@core/format/moment';
import { told } from '@core/tongue/say';
import { roles } from '@core/workflow/workflow';

/** The frame around every workspace: masthead, the line that says what happened, and the workspace itself. */
@Component({
  selector: 'almanac-root',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, NgbDropdownModule, MessageLine, Finder, KeysHelp, NoticesMenu],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <a i18n class="skip" href="#workspace" (click)="$event.preventDefault(); workspace.focus()">Skip to the workspace</a>
    @if (person(); as person) {
      <header>
        <a i18n class="product title-face" routerLink="/today">Lucid Almanac</a>
        <nav aria-label="Workspaces" i18n-aria-label>
          @for (each of workspaces(); track each.path) {
            <a [routerLink]="each.path" routerLinkActive="on" ariaCurrentWhenActive="page">{{ each.label }}</a>
          }
        </nav>
        <span class="grow"></span>
        <a i18n class="site-link" href="/" target="_blank" rel="noopener">Public site</a>
        <almanac-finder />
        <almanac-notices-menu />
        <div ngbDropdown placement="bottom-end">
          <button class="me" ngbDropdownToggle ariaLabel="Signed in as {{ person.name }}" i18n-ariaLabel>
            {{ initials() }}
          </button>
          <div ngbDropdownMenu>
            <p class="who">
              <b>{{ person.name }}</b><br /><span class="quiet">{{ rolesOf(person) }}</span>
            </p>
            @if (staff().length > 0) {
              <p class="who"><b i18n>Look as somebody else</b></p>
              @for (role of roles; track role) {
                <button ngbDropdownItem (click)="lookAs(role)">{{ withArticle(role) }}</button>
              }
              @for (each of staff(); track each.id) {
                <button ngbDropdownItem (click)="lookAs(each.id)">
                  {{ each.name }} <span class="quiet">{{ rolesOf(each) }}</span>
                </button>
              }
            }
            <a i18n ngbDropdownItem routerLink="/account">Your account</a>
            <button i18n ngbDropdownItem (click)="signOut()">Sign out</button>
          </div>
        </div>
      </header>
    }
    <div class="notes">
      @if (lookingAs(); as looking) {
        <p class="looking" role="status">
          <ng-container i18n
            >You are looking as {{ looking.label }}. You have no right that you did not have, and nothing can be changed like
            this.</ng-container
          >
          <button i18n class="btn btn-plain" (click)="lookAs(null)">Be myself again</button>
        </p>
      }
      <almanac-message-line />
    </div>
    <main id="workspace" tabindex="-1" #workspace><router-outlet /></main>
    <almanac-keys-help />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto auto minmax(0, 1fr);
      height: 100%;
    }
    .skip {
      position: absolute;
      left: -999px;
      &:focus {
        left: 8px;
        top: 8px;
        z-index: 20;
        background: var(--sheet);
        padding: 6px 12px;
      }
    }
    header {
      display: flex;
      align-items: center;
      gap: clamp(9px, 2vw - 16px, 20px);
      height: 46px;
      padding: 0 20px;
      border-bottom: 3px double var(--hair);
      grid-row: 1;
    }
    .product {
      font-weight: 600;
      font-size: 19px;
      letter-spacing: -0.2px;
      color: var(--ink);
      white-space: nowrap;
    }
    nav {
      display: flex;
      /* Other languages have longer words. */
      gap: clamp(8px, 1.5vw - 6px, 16px);
      white-space: nowrap;
      font-size: 13.5px;
      height: 100%;
    }
    nav a {
      color: var(--ink-2);
      display: flex;
      align-items: center;
      border-bottom: 3px solid transparent;
      border-top: 3px solid transparent;
    }
    nav a:hover {
      color: var(--ink);
    }
    nav a.on {
      color: var(--ink);
      font-weight: 650;
      border-bottom-color: var(--ink);
    }
    .site-link {
      font-size: 12px;
      white-space: nowrap;
    }
    .me {
      width: 28px;
      height: 28px;
      border-radius: 50%;
      border: 0;
      background: var(--tide);
      color: #fff;
      font: 600 11px var(--text);
      &::after {
        display: none;
      }
    }
    .who {
      padding: 4px 12px;
      margin: 0 0 4px;
      border-bottom: 1px solid var(--hair);
    }
    main {
      grid-row: 3;
      min-height: 0;
      outline: none;
      overflow: auto;
    }
    .notes {
      grid-row: 2;
    }
    @media print {
      :host {
        display: block;
        height: auto;
      }
      header,
      .notes {
        display: none;
      }
      main {
        overflow: visible;
      }
    }
    .looking {
      background: #f1e8f4;
      border-bottom: 1px solid var(--plum);
      color: #4a2f5c;
      margin: 0;
      padding: 4px 20px;
      display: flex;
      gap: 12px;
      align-items: center;
    }
    /* Twelve workspaces, some with long names, have to stand in one line. */
    @media (max-width: 1360px) {
      header {
        gap: 8px;
        padding: 0 14px;
      }
      .product {
        font-size: 17px;
      }
      nav {
        gap: 8px;
        font-size: 13px;
      }
    }
    @media (max-width: 900px) {
      header {
        flex-wrap: wrap;
        height: auto;
        gap: 4px 16px;
        padding: 6px 12px;
      }
      nav {
        order: 9;
        width: 100%;
        flex-wrap: wrap;
        gap: 0 14px;
        height: auto;
      }
      nav a {
        height: 30px;
      }
      almanac-finder {
        order: 8;
        flex: 1 1 150px;
      }
      .site-link {
        display: none;
      }
    }
  `,
})
export class App {
  readonly #session = inject(SessionService);
  readonly #router = inject(Router);
  readonly #messages = inject(MessageService);
  readonly #live = inject(LiveService);
  protected readonly workspaces = computed(() => [
    { path: '/today', label: $localize`Today` },
    { path: '/pages', label: $localize`Pages` },
    { path: '/arrange', label: $localize`Arrange` },
    { path: '/reach', label: $localize`Reach` },
    { path: '/blocks', label: $localize`Blocks` },
    { path: '/placements', label: $localize`Placements` },
    { path: '/files', label: $localize`Files` },
    // A site of one locale has nothing to write in others.
    ...((this.#session.session()?.desk?.locales.length ?? 1) > 1 ? [{ path: '/languages', label: $localize`Languages` }] : []),
    { path: '/rules', label: $localize`Rules` },
    { path: '/almanac', label: $localize`Almanac` },
    { path: '/reviews', label: $localize`Reviews` },
    { path: '/set-up', label: $localize`Set-up` },
  ]);
  protected readonly person = computed(() => {
    const person = this.#session.session()?.person ?? null;
    return person && person.roles.length > 0 ? person : null;
  });
  protected readonly initials = computed(() =>
    (this.person()?.name ?? '')
      .split(' ')
      .map(part => part[0])
      .join('')
      .slice(0, 2),
  );

  protected readonly roles = roles;
  protected readonly withArticle = withArticle;
  protected readonly staff = computed(() => this.#session.session()?.staff ?? []);
  protected readonly lookingAs = computed(() => this.#session.session()?.lookingAs ?? null);

  constructor() {
    // Whoever is on the staff is told what others do, from when they come until they go.
    effect(() => {
      const isOnTheStaff = this.person() !== null;
      untracked(() => (isOnTheStaff ? this.#live.follow() : this.#live.leave()));
    });
  }

  /** The roles of somebody, in words. */
  protected rolesOf({ roles }: { readonly roles: readonly string[] }): string {
    return roles.map(told).join(', ');
  }

  /** Looks at the product as a role or somebody else, from the start; null as oneself again. */
  protected lookAs(as: string | null): void {
    this.#session.lookAs(as).subscribe({
      // Everything on screen was computed for another person.
      next: () => location.assign('/almanac/today'),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected signOut(): void {
    this.#session.signOut().subscribe(() => void this.#router.navigate(['/sign-in']));
  }
}
