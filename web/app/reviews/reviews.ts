import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { EditionRow } from '@contract/messages';
import { catchError, EMPTY, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { PhaseMark } from '../shared/phase-mark';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';

/** What waits for a decision, for whom and since when, and what was decided. */
@Component({
  selector: 'almanac-reviews',
  imports: [RouterLink, PhaseMark, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <div>
        <h1 i18n>Reviews</h1>
        <p class="quiet">
          @if (isEnded()) {
            <ng-container i18n>What was decided.</ng-container>
          } @else {
            {{ summary() }}
          }
        </p>
      </div>
      <span class="grow"></span>
      <nav aria-label="Which reviews" i18n-aria-label>
        <a i18n routerLink="/reviews" [class.on]="!isEnded()">On the way</a
        ><a i18n routerLink="/reviews" [queryParams]="{ show: 'ended' }" [class.on]="isEnded()">Decided</a>
      </nav>
    </div>
    <div class="split">
      <div class="panel">
        <table class="list">
          <thead>
            <tr>
              <th i18n>About</th>
              <th i18n>Stage</th>
              <th i18n>By</th>
              <th i18n>Since</th>
              <th i18n>Wished for</th>
            </tr>
          </thead>
          <tbody>
            @for (edition of editions(); track edition.id) {
              <tr [class.on]="edition.id === chosen()?.id" (click)="sel.set(edition.id)">
                <td>
                  <a class="title" [routerLink]="['/reviews', edition.id]">{{ edition.title }}</a>
                </td>
                <td><almanac-phase [status]="edition.stage === 'withdrawn' ? 'retired' : edition.stage" />&nbsp;{{ edition.stage }}</td>
                <td>{{ edition.author.name }}</td>
                <td>{{ edition.submittedAt ?? edition.createdAt | when }}</td>
                <td>
                  @if (edition.wishedFrom) {
                    <span class="chip ochre">{{ edition.wishedFrom | when: 'short' }}</span>
                  }
                </td>
              </tr>
            } @empty {
              <tr>
                <td colspan="5" class="quiet">
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
            [class.btn-primary]="edition.moves.includes('approve')"
            [class.btn-plain]="!edition.moves.includes('approve')"
            [routerLink]="['/reviews', edition.id]"
          >
            @if (edition.moves.includes('approve')) {
              <ng-container i18n>Compare and decide</ng-container>
            } @else if (isEnded()) {
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
    td:first-child {
      white-space: normal;
    }
    td almanac-phase {
      vertical-align: -2px;
    }
  `,
})
export class ReviewsWorkspace {
  readonly show = input<string>();
  protected readonly isEnded = computed(() => this.show() === 'ended');
  protected readonly editions = signal<readonly EditionRow[]>([]);
  protected readonly isLoaded = signal(false);
  protected readonly sel = signal('');
  /** The one that was chosen, else the first that waits for this person, else the first. */
  protected readonly chosen = computed(() => {
    const list = this.editions();
    return list.find(each => each.id === this.sel()) ?? list.find(each => each.moves.includes('approve')) ?? list[0] ?? null;
  });
  protected readonly summary = computed(() => {
    const waiting = this.editions().filter(edition => edition.moves.includes('approve')).length;
    return `${waiting === 0 ? $localize`Nothing waits` : waiting === 1 ? $localize`One waits` : $localize`${waiting} wait`} for you; ${this.editions().length} on the way in all.`;
  });

  constructor() {
    const api = inject(ApiClient);
    const messages = inject(MessageService);
    toObservable(this.isEnded)
      .pipe(
        switchMap(isEnded =>
          api.listEditions(isEnded ? 'ended' : 'open').pipe(
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
}
