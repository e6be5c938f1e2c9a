import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { EditionRow } from '@contract/messages';
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
        <h1>Reviews</h1>
        <p class="quiet">{{ isEnded() ? 'What was decided.' : summary() }}</p>
      </div>
      <span class="grow"></span>
      <nav aria-label="Which reviews">
        <a routerLink="/reviews" [class.on]="!isEnded()">On the way</a
        ><a routerLink="/reviews" [queryParams]="{ show: 'ended' }" [class.on]="isEnded()">Decided</a>
      </nav>
    </div>
    <div class="panel">
      <table class="list">
        <thead>
          <tr>
            <th>About</th>
            <th>Stage</th>
            <th>By</th>
            <th>Since</th>
            <th>Wished for</th>
            <th>Holds</th>
            <th>For you</th>
          </tr>
        </thead>
        <tbody>
          @for (edition of editions(); track edition.id) {
            <tr>
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
              <td class="quiet">{{ edition.summary }}</td>
              <td>
                @if (edition.moves.includes('approve')) {
                  <a [routerLink]="['/reviews', edition.id]">Decide</a>
                } @else if (edition.moves.includes('send for review')) {
                  <span class="quiet">a draft</span>
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="7" class="quiet">{{ isLoaded() ? 'Nothing here.' : 'Reading…' }}</td>
            </tr>
          }
        </tbody>
      </table>
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
  protected readonly summary = computed(() => {
    const waiting = this.editions().filter(edition => edition.moves.includes('approve')).length;
    return `${waiting === 0 ? 'Nothing waits' : waiting === 1 ? 'One waits' : `${waiting} wait`} for you; ${this.editions().length} on the way in all.`;
  });

  constructor() {
    const api = inject(ApiClient);
    const messages = inject(MessageService);
    effect(() => {
      api.listEditions(this.isEnded() ? 'ended' : 'open').subscribe({
        next: editions => {
          this.editions.set(editions);
          this.isLoaded.set(true);
        },
        error: (error: unknown) => messages.problem(error),
      });
    });
  }
}
