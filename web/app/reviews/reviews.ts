import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { EditionRow } from '@contract/messages';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { listOf } from '@core/format/moment';
import { told } from '@core/tongue/say';
import { catchError, combineLatest, EMPTY, startWith, Subject, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { PhaseMark, phaseOf } from '../shared/phase-mark';
import { FilterBar, type FilterField } from '../shared/filter-bar';
import { filterChoices } from '../shared/filter-choices';
import { TickAll } from '../shared/tick-all';
import { Ticks } from '../shared/ticks';
import { SessionService } from '../state/session.service';
import { openMany } from './many-dialog';
import { ToldPipe } from '../shared/told.pipe';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';

/** What waits for a decision, for whom and since when, and what was decided. */
@Component({
  selector: 'almanac-reviews',
  imports: [FilterBar, ToldPipe, RouterLink, PhaseMark, WhenPipe, TickAll],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <div>
        <h1 i18n>Reviews</h1>
        <p class="quiet">
          @if (which() === 'ended') {
            <ng-container i18n>What was decided.</ng-container>
          } @else if (which() === 'planned') {
            <ng-container i18n>Approved, and goes live by itself.</ng-container>
          } @else {
            {{ summary() }}
          }
        </p>
      </div>
      <span class="grow"></span>
      <nav aria-label="Which reviews" i18n-aria-label>
        <a i18n routerLink="/reviews" [class.on]="which() === 'open'">On the way</a
        ><a i18n routerLink="/reviews" [queryParams]="{ show: 'planned' }" [class.on]="which() === 'planned'">Scheduled</a
        ><a i18n routerLink="/reviews" [queryParams]="{ show: 'ended' }" [class.on]="which() === 'ended'">Decided</a>
      </nav>
    </div>
    <div class="row-line filters">
      @if (which() === 'open') {
        <almanac-tick-all [ticks]="ticks" />
        @if (ticks.chosen().size > 0) {
          <button i18n type="button" class="btn btn-plain" (click)="letGo()">Let them go live…</button>
        }
      }
      <span class="grow"></span>
      <almanac-filter-bar list="reviews" [fields]="fields()" />
    </div>
    <div class="split">
      <div class="panel">
        <table class="list">
          <thead>
            <tr>
              @if (which() === 'open') {
                <th><span i18n class="visually-hidden">Choose</span></th>
              }
              <th i18n>About</th>
              <th i18n>Stage</th>
              <th i18n>By</th>
              <th i18n>Since</th>
              <th>
                @if (which() === 'open') {
                  <ng-container i18n>Waits for</ng-container>
                } @else {
                  <ng-container i18n>Goes or went live</ng-container>
                }
              </th>
            </tr>
          </thead>
          <tbody>
            @for (edition of shown(); track edition.id) {
              <tr [class.on]="edition.id === chosen()?.id" (click)="sel.set(edition.id)">
                @if (which() === 'open') {
                  <td>
                    <input
                      type="checkbox"
                      class="form-check-input"
                      ariaLabel="Choose {{ edition.title }}"
                      i18n-ariaLabel
                      [checked]="ticks.chosen().has(edition.id)"
                      (change)="ticks.toggle(edition.id)"
                    />
                  </td>
                }
                <td>
                  <a class="title" [routerLink]="['/reviews', edition.id]">{{ edition.title }}</a>
                </td>
                <td>
                  <almanac-phase [status]="phaseOf(edition.stage)" />&nbsp;{{ edition.stage | told }}
                  @if (edition.cameBack) {
                    <span i18n class="chip ember">came back</span>
                  }
                </td>
                <td>{{ edition.author.name }}</td>
                <td>{{ edition.submittedAt ?? edition.createdAt | when }}</td>
                <td>
                  @if (which() !== 'open') {
                    @if (edition.publishedFrom) {
                      {{ edition.publishedFrom | when: 'short' }}
                    }
                  } @else if (edition.waitsForYou) {
                    <b i18n>you</b>
                  } @else {
                    {{ names(edition.waitsFor) }}
                  }
                  @if (edition.wishedFrom && which() === 'open') {
                    &ngsp;<span i18n class="chip ochre">for {{ edition.wishedFrom | when: 'short' }}</span>
                  }
                </td>
              </tr>
            } @empty {
              <tr>
                <td colspan="6" class="quiet">
                  @if (isLoaded()) {
                    <ng-container i18n>Nothing here.</ng-container>
                  } @else {
                    <ng-container i18n>Reading…</ng-container>
                  }
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      @if (chosen(); as edition) {
        <aside class="panel" aria-label="The chosen one" i18n-aria-label>
          <h2>{{ edition.title }}</h2>
          <p class="quiet">
            {{ edition.author.name }} ·
            @if (edition.submittedAt) {
              <ng-container i18n>sent {{ edition.submittedAt | when }}</ng-container>
            } @else {
              <ng-container i18n>begun {{ edition.createdAt | when }}</ng-container>
            }
          </p>
          <p>{{ edition.summary }}</p>
          @if (edition.wishedFrom) {
            <p i18n>Wished for {{ edition.wishedFrom | when }}.</p>
          }
          <a
            class="btn"
            [class.btn-primary]="edition.waitsForYou"
            [class.btn-plain]="!edition.waitsForYou"
            [routerLink]="['/reviews', edition.id]"
          >
            @if (edition.waitsForYou) {
              <ng-container i18n>Compare and decide</ng-container>
            } @else if (which() === 'ended') {
              <ng-container i18n>See what was decided</ng-container>
            } @else {
              <ng-container i18n>Look at it</ng-container>
            }
          </a>
        </aside>
      }
    </div>
  `,
  styles: `
    :host {
      display: block;
      padding: 14px 20px;
    }
    .head {
      display: flex;
      align-items: center;
      padding-bottom: 10px;
    }
    p {
      margin: 0;
    }
    .panel {
      overflow-x: auto;
    }
    .split {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 320px;
      gap: 16px;
      align-items: start;
    }
    aside {
      padding: 12px 16px 16px;
    }
    aside h2 {
      font-size: 16px;
      margin: 0 0 2px;
    }
    aside p {
      margin: 0 0 8px;
    }
    tr.on td {
      background: var(--tide-wash);
    }
    @media (max-width: 900px) {
      .split {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    .title {
      font-weight: 600;
      color: var(--ink);
    }
    .title:hover {
      color: var(--tide);
    }
    .filters {
      flex-wrap: wrap;
      padding-bottom: 10px;
    }
    nav {
      display: flex;
      gap: 16px;
    }
    nav a {
      color: var(--ink-2);
      padding-bottom: 3px;
    }
    nav .on {
      color: var(--ink);
      font-weight: 600;
      border-bottom: 2px solid var(--ink);
    }
    td {
      height: 34px;
      white-space: nowrap;
    }
    td:first-child,
    td:last-child {
      white-space: normal;
    }
    td almanac-phase {
      vertical-align: -2px;
    }
  `,
})
export class ReviewsWorkspace {
  protected readonly phaseOf = phaseOf;
  readonly show = input<string>();
  readonly find = input<string>();
  readonly section = input<string>();
  readonly kind = input<string>();
  readonly by = input<string>();
  readonly waits = input<string>();
  readonly age = input<string>();
  readonly #modal = inject(NgbModal);
  readonly #now = inject(SessionService).site.now;
  readonly #again = new Subject<void>();
  protected readonly which = computed((): 'open' | 'planned' | 'ended' =>
    this.show() === 'ended' || this.show() === 'planned' ? (this.show() as 'ended') : 'open',
  );
  protected readonly fields = computed((): readonly FilterField[] => {
    const all = this.editions();
    return [
      { name: 'find', label: $localize`Title` },
      { name: 'section', label: $localize`Section`, choices: filterChoices(all.flatMap(each => each.sections)) },
      {
        name: 'kind',
        label: $localize`Kind or type`,
        choices: filterChoices(
          all.flatMap(each => [...each.kinds, ...each.types]),
          told,
        ),
      },
      { name: 'by', label: $localize`By`, choices: filterChoices(all.map(each => each.author.name)) },
      {
        name: 'waits',
        label: $localize`Waits for`,
        choices: [
          { value: 'me', label: $localize`you` },
          { value: 'back', label: $localize`its author: it came back` },
          ...filterChoices(all.flatMap(each => each.waitsFor)),
        ],
      },
      {
        name: 'age',
        label: $localize`Older than`,
        choices: [1, 7, 30].map(days => ({ value: String(days), label: days === 1 ? $localize`a day` : $localize`${days} days` })),
      },
    ];
  });
  protected readonly shown = computed(() => {
    const text = (this.find() ?? '').toLowerCase();
    const [kind, waits, age] = [this.kind(), this.waits(), Number(this.age() ?? 0) * 86_400_000];
    return this.editions().filter(
      each =>
        (text === '' || each.title.toLowerCase().includes(text)) &&
        (!this.section() || each.sections.includes(this.section()!)) &&
        (!kind || each.kinds.includes(kind) || each.types.includes(kind)) &&
        (!this.by() || each.author.name === this.by()) &&
        (!waits || (waits === 'me' ? each.waitsForYou : waits === 'back' ? each.cameBack : each.waitsFor.includes(waits))) &&
        (age === 0 || (each.submittedAt ?? each.createdAt) < this.#now - age),
    );
  });
  protected readonly ticks = new Ticks(computed(() => this.shown().map(each => each.id)));
  protected readonly editions = signal<readonly EditionRow[]>([]);
  protected readonly isLoaded = signal(false);
  protected readonly sel = signal('');
  /** The one that was chosen, else the first that waits for this person, else the first. */
  protected readonly chosen = computed(() => {
    const list = this.shown();
    return list.find(each => each.id === this.sel()) ?? list.find(each => each.waitsForYou) ?? list[0] ?? null;
  });
  protected readonly summary = computed(() => {
    const waiting = this.editions().filter(edition => edition.waitsForYou).length;
    const all = $localize`${this.editions().length} on the way in all.`;
    const yours =
      waiting === 0
        ? $localize`Nothing waits for you;`
        : waiting === 1
          ? $localize`One waits for you;`
          : $localize`${waiting} wait for you;`;
    return `${yours} ${all}`;
  });

  constructor() {
    const api = inject(ApiClient);
    const messages = inject(MessageService);
    combineLatest([toObservable(this.which), this.#again.pipe(startWith(undefined))])
      .pipe(
        switchMap(([which]) =>
          api.listEditions(which).pipe(
            catchError((error: unknown) => {
              messages.problem(error);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(editions => {
        this.editions.set(editions);
        this.isLoaded.set(true);
      });
  }

  protected names(people: readonly string[]): string {
    return people.length > 3 ? $localize`${people.slice(0, 2).join(', ')} or another` : listOf(people, 'or');
  }

  /** Lets those of the chosen ones go live of which nothing else has to be decided, after saying what they do. */
  protected async letGo(): Promise<void> {
    const chosen = this.shown().filter(each => this.ticks.chosen().has(each.id));
    if (!(await openMany(this.#modal, chosen))) return;
    this.ticks.clear();
    this.#again.next();
  }
}
