import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { PersonRow } from '@contract/people';
import { wholeGrant } from '@core/rights/grants';
import { told } from '@core/tongue/say';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { saveTable } from '../shared/save-table';
import { textIn } from '../shared/typed-event';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { PersonForm, type PersonParts } from './person-form';
import { RoleTable } from '../rights/role-table';
import { ReadersSetUp } from './readers-set-up';

const nobody: PersonParts = { name: '', grants: [wholeGrant('writer')], memberships: [] };

/** Everybody with an account: what they may do, and who is asked to come. */
@Component({
  selector: 'almanac-people',
  imports: [RouterLink, ScrollingModule, FormsModule, PersonForm, ReadersSetUp, RoleTable, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isAllowed) {
      <div class="split">
        <div>
          <p class="row-line">
            <input
              class="form-control find"
              type="search"
              aria-label="Find somebody"
              i18n-aria-label
              placeholder="Name or e-mail"
              i18n-placeholder
              [value]="find()"
              (input)="find.set(textIn($event))"
            />
            <select class="form-select" aria-label="Which people" i18n-aria-label (change)="which.set(textIn($event))">
              @for (each of kinds; track each.value) {
                <option [value]="each.value" [selected]="each.value === which()">{{ each.label }}</option>
              }
            </select>
            <span i18n class="quiet">{{ shown().length }} of {{ people().length }}</span>
            <span class="grow"></span>
            <a i18n class="btn btn-plain" href="/api/people" download="readers.csv" (click)="download($event)">Readers as a table</a>
            <button i18n class="btn btn-primary" (click)="begin()">Invite somebody</button>
          </p>
          <cdk-virtual-scroll-viewport itemSize="46" class="panel rows" role="list" aria-label="People" i18n-aria-label tabindex="0">
            <div *cdkVirtualFor="let person of shown(); trackBy: byId; templateCacheSize: 0" role="listitem">
              <button
                class="line"
                [class.on]="person.id === chosen()?.id"
                [attr.aria-pressed]="person.id === chosen()?.id"
                (click)="choose(person)"
              >
                <span class="who"
                  ><b>{{ person.name }}</b> <span class="quiet">{{ person.email }}</span></span
                >
                <span class="does">{{ rolesIn(person) }}{{ person.holds.length > 0 ? ' · ' + labels(person.holds) : '' }} </span>
                @switch (person.state) {
                  @case ('invited') {
                    <span class="chip ochre">
                      @if (person.invitedUntil) {
                        <ng-container i18n>invited until {{ person.invitedUntil | when: 'short' }}</ng-container>
                      } @else {
                        <ng-container i18n>not come yet</ng-container>
                      }
                    </span>
                  }
                  @case ('deactivated') {
                    <span i18n class="chip">deactivated</span>
                  }
                }
              </button>
            </div>
          </cdk-virtual-scroll-viewport>
        </div>
        <aside class="panel" aria-label="The chosen one" i18n-aria-label>
          @if (parts(); as parts) {
            @if (chosen(); as person) {
              <h2>{{ person.name }}</h2>
            } @else {
              <h2 i18n>Invite somebody</h2>
            }
            @if (chosen(); as person) {
              <p i18n class="quiet">
                {{ person.email }} · since {{ person.createdAt | when: 'day' }} · signed in
                {person.sessionCount, plural, =0 {nowhere} =1 {in one place} other {in {{ person.sessionCount }} places}}
              </p>
              @for (field of profileFields; track field.name) {
                @if (person.profile[field.name]; as said) {
                  <p class="said">
                    <span class="quiet">{{ field.label }}:</span> {{ said }}
                  </p>
                }
              }
            } @else {
              <label i18n class="form-label" for="invite-email">E-mail</label>
              <input class="form-control" id="invite-email" type="email" [(ngModel)]="email" />
              <p i18n class="form-help">A link to choose a password is sent there; it can be followed once, within a week.</p>
            }
            <almanac-person-form [parts]="parts" (partsChange)="parts$.set($event)" />
            @for (fault of faults(); track fault) {
              <p class="form-fault" role="alert">{{ fault }}</p>
            }
            <p class="acts">
              <button class="btn btn-primary" [disabled]="isBusy() || !parts.name" (click)="save()">
                @if (chosen()) {
                  <ng-container i18n>Set this</ng-container>
                } @else {
                  <ng-container i18n>Send the invitation</ng-container>
                }
              </button>
              @if (chosen(); as person) {
                @if (person.state === 'invited') {
                  <button i18n class="btn btn-plain" (click)="inviteAgain(person)">Send another link</button>
                }
                @if (person.state === 'active') {
                  <a i18n class="btn btn-plain" routerLink="/arrange" [queryParams]="{ as: 'person:' + person.id }">Look as they have it</a>
                }
                <button class="btn btn-plain" (click)="activate(person)">
                  @if (person.state === 'deactivated') {
                    <ng-container i18n>Let them in again</ng-container>
                  } @else {
                    <ng-container i18n>Deactivate</ng-container>
                  }
                </button>
                <button class="btn btn-plain danger" (click)="forget(person)">
                  @if (isSure()) {
                    <ng-container i18n>Forget for good</ng-container>
                  } @else {
                    <ng-container i18n>Forget…</ng-container>
                  }
                </button>
              }
            </p>
            @if (isSure()) {
              <p i18n class="notice-line">
                Name, e-mail, memberships and sessions are deleted. Whoever wrote anything stays by name, and is deactivated instead.
              </p>
            }
          } @else {
            <p i18n class="quiet">Choose somebody to see what they may do, or invite somebody.</p>
          }
        </aside>
      </div>
      <almanac-role-table />
      <almanac-readers-set-up />
    } @else {
      <p i18n class="notice-line">People are set by administrators.</p>
    }
  `,
  styles: `
    .split {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 380px;
      gap: 16px;
      align-items: start;
    }
    .find {
      width: 200px;
    }
    .form-select {
      width: auto;
    }
    .rows {
      height: 58vh;
    }
    .line {
      display: flex;
      align-items: center;
      gap: 14px;
      width: 100%;
      height: 46px;
      padding: 0 14px;
      border: 0;
      border-bottom: 1px solid #ece6d9;
      background: none;
      text-align: start;
      color: inherit;
    }
    .line.on {
      background: #f0eadb;
    }
    .who {
      flex: 0 0 250px;
      display: grid;
      min-width: 0;
    }
    .who > *,
    .does {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .does {
      flex: 1;
    }
    aside {
      padding: 12px 16px;
    }
    .said {
      margin: 0 0 2px;
      overflow-wrap: anywhere;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin: 12px 0 0;
    }
    @media (max-width: 900px) {
      .split {
        grid-template-columns: minmax(0, 1fr);
      }
      .who {
        flex-basis: 50%;
      }
    }
  `,
})
export class People {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  protected readonly modal = inject(NgbModal);
  protected readonly isAllowed = this.#session.may('change people');
  protected readonly textIn = textIn;
  protected readonly kinds = [
    { value: '', label: $localize`everybody` },
    { value: 'staff', label: $localize`staff` },
    { value: 'readers', label: $localize`readers` },
    ...this.#session.site.memberships.map(({ name, label }) => ({ value: `holds ${name}`, label })),
    { value: 'invited', label: $localize`not come yet` },
    { value: 'deactivated', label: $localize`deactivated` },
  ];
  protected readonly profileFields = this.#session.site.profileFields;
  protected readonly people = signal<readonly PersonRow[]>([]);
  protected readonly find = signal('');
  protected readonly which = signal('');
  protected readonly shown = computed(() => {
    const text = this.find().toLowerCase();
    return this.people().filter(each => (each.name.toLowerCase().includes(text) || each.email.includes(text)) && isOf(each, this.which()));
  });
  protected readonly chosen = signal<PersonRow | null>(null);
  protected readonly parts$ = signal<PersonParts | null>(null);
  protected readonly parts = this.parts$.asReadonly();
  protected readonly faults = signal<readonly string[]>([]);
  protected readonly isBusy = signal(false);
  protected readonly isSure = signal(false);
  protected email = '';

  constructor() {
    if (this.isAllowed) this.#take(this.#api.listPeople());
  }

  protected readonly byId = (_index: number, person: PersonRow): string => person.id;

  protected labels(names: readonly string[]): string {
    return names.map(name => this.#session.site.memberships.find(each => each.name === name)?.label ?? name).join(', ');
  }

  /** "editor beneath Visit, translator in Cymraeg" */
  protected rolesIn({ grants }: PersonRow): string {
    if (grants.length === 0) return $localize`reader`;
    return grants
      .map(({ role, sections, locales }) => {
        const beneath = sections.length > 0 ? $localize` beneath ${sections.map(each => each.title).join(', ')}` : '';
        const names = locales.map(tag => this.#session.site.locales.find(each => each.tag === tag)?.name ?? tag);
        return `${told(role)}${beneath}${names.length > 0 ? $localize` in ${names.join(', ')}` : ''}`;
      })
      .join('; ');
  }

  protected begin(): void {
    this.chosen.set(null);
    this.email = '';
    this.#edit(nobody);
  }

  protected choose(person: PersonRow): void {
    this.chosen.set(person);
    const { name, grants, memberships } = person;
    this.#edit({ name, memberships, grants: grants.map(each => ({ ...each, sections: each.sections.map(page => page.id) })) });
  }

  protected save(): void {
    const parts = this.parts()!;
    const person = this.chosen();
    const grants = parts.grants.map(({ role, sections, locales }) => ({ role, sections: [...sections], locales: [...locales] }));
    const sent = { ...parts, grants, memberships: [...parts.memberships] };
    if (person) return this.#take(this.#api.changePerson(person.id, sent), $localize`Set. It holds from ${parts.name}’s next step on.`);
    this.#take(
      this.#api.invitePerson({ ...sent, email: this.email }),
      $localize`${parts.name} is invited. The e-mail stands in the outbox.`,
    );
  }

  protected activate(person: PersonRow): void {
    const isActive = person.state === 'deactivated';
    const said = isActive
      ? $localize`${person.name} may sign in again.`
      : $localize`${person.name} can no longer sign in. What they wrote stays theirs.`;
    this.#take(this.#api.changePerson(person.id, { isActive }), said);
  }

  protected inviteAgain(person: PersonRow): void {
    this.#api.inviteAgain(person.id).subscribe({
      next: () => this.#messages.done($localize`Another link is on its way; the earlier one no longer works.`),
      error: (error: unknown) => this.#refused(error),
    });
  }

  protected forget(person: PersonRow): void {
    if (!this.isSure()) return this.isSure.set(true);
    this.#api.forgetPerson(person.id).subscribe({
      next: () => {
        this.#messages.done($localize`${person.name} is forgotten.`);
        this.chosen.set(null);
        this.parts$.set(null);
        this.#take(this.#api.listPeople());
      },
      error: (error: unknown) => this.#refused(error),
    });
  }

  protected download(event: Event): void {
    event.preventDefault();
    this.#api.readersCsv().subscribe({
      next: text => saveTable('readers.csv', text),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  #edit(parts: PersonParts): void {
    this.parts$.set(parts);
    this.faults.set([]);
    this.isSure.set(false);
  }

  #take(people: Observable<PersonRow[]>, said = ''): void {
    this.isBusy.set(true);
    people.subscribe({
      next: rows => {
        this.isBusy.set(false);
        this.people.set(rows);
        const chosen = rows.find(each => each.id === this.chosen()?.id) ?? rows.find(each => each.email === this.email.toLowerCase());
        if (chosen && said) this.choose(chosen);
        if (said) this.#messages.done(said);
      },
      error: (error: unknown) => this.#refused(error),
    });
  }

  #refused(error: unknown): void {
    this.isBusy.set(false);
    const problem = error instanceof ApiProblem ? error.problem : null;
    this.faults.set(
      problem ? (problem.errors ?? [{ detail: problem.detail }]).map(each => each.detail) : [$localize`Something went wrong. Try again.`],
    );
  }
}

function isOf(person: PersonRow, which: string): boolean {
  if (which === 'staff') return person.roles.length > 0;
  if (which === 'readers') return person.roles.length === 0;
  if (which.startsWith('holds ')) return person.holds.includes(which.slice(6));
  return which === '' || person.state === which;
}
