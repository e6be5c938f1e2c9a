import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { BlockRow } from '@contract/messages';
import { blockTypes } from '@core/block/types';
import { ApiClient } from '../api/api-client';
import { PhaseMark } from '../shared/phase-mark';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** The stock: every block, what it says, and where it is used. */
@Component({
  selector: 'almanac-blocks',
  imports: [ScrollingModule, RouterLink, PhaseMark, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <div>
        <h1>Blocks</h1>
        <p class="quiet">
          {{ shown().length }} of {{ blocks().length }} in the stock{{ isFiltered() ? ', filtered.' : '.' }}
          @if (isFiltered()) {
            <button class="btn-word" (click)="filter({ find: null, type: null, used: null, status: null })">Show all</button>
          }
        </p>
      </div>
      <span class="grow"></span>
      <input
        class="form-control search"
        type="search"
        aria-label="Title or words"
        placeholder="Title or words"
        [value]="find() ?? ''"
        (input)="filter({ find: $any($event.target).value || null })"
      />
      <label class="row-line"
        >Type
        <select class="form-select" (change)="filter({ type: $any($event.target).value || null })">
          <option value="">any</option>
          @for (each of types; track each.name) {
            <option [value]="each.name" [selected]="each.name === type()">{{ each.label }}</option>
          }
        </select></label
      >
      <label class="row-line"
        >Status
        <select class="form-select" (change)="filter({ status: $any($event.target).value || null })">
          <option value="">any</option>
          @for (each of statuses; track each) {
            <option [value]="each" [selected]="each === status()">{{ each === 'retired' ? 'taken off' : each }}</option>
          }
        </select></label
      >
      <label class="row-line"
        >Used
        <select class="form-select" (change)="filter({ used: $any($event.target).value || null })">
          <option value="">anywhere or not</option>
          <option value="several" [selected]="used() === 'several'">on several pages</option>
          <option value="nowhere" [selected]="used() === 'nowhere'">on no page</option>
        </select></label
      >
    </div>
    <div class="split">
      <cdk-virtual-scroll-viewport itemSize="58" class="rows panel" tabindex="0" role="list" aria-label="The stock">
        <div *cdkVirtualFor="let block of shown(); trackBy: byId" role="listitem" class="line" [class.on]="block.id === sel()">
          <button class="open" (click)="filter({ sel: block.id })" [attr.aria-pressed]="block.id === sel()">
            <almanac-phase [status]="block.status" />
            <span class="words"
              ><span class="title"
                >{{ block.title }}
                @if (block.waiting && block.status !== block.waiting) {
                  <span class="chip ochre">{{ block.waiting === 'draft' ? 'draft waiting' : 'in review' }}</span>
                }</span
              ><span class="excerpt quiet">{{ block.excerpt || 'made from the page tree' }}</span></span
            >
            <span class="quiet type">{{ block.typeLabel }}</span>
            <span class="count">{{ block.pages.length }} {{ block.pages.length === 1 ? 'page' : 'pages' }}</span>
          </button>
        </div>
      </cdk-virtual-scroll-viewport>
      <aside class="panel" aria-label="The chosen one" tabindex="-1">
        @if (chosen(); as block) {
          <h2>{{ block.title }}</h2>
          <p class="quiet">{{ block.typeLabel }} · last changed {{ block.changedAt | when: 'short' }} by {{ block.changedBy }}</p>
          @if (block.excerpt) {
            <p class="title-face says">{{ block.excerpt }}</p>
          }
          <div class="acts">
            <a class="btn btn-plain" [routerLink]="['/blocks', block.id]">{{
              block.pages.length > 1 ? 'Edit words: changes ' + block.pages.length + ' pages' : 'Edit words'
            }}</a>
            @if (mayPlace && block.status === 'live') {
              <a class="btn btn-plain" routerLink="/arrange" [queryParams]="{ page: block.pages[0]?.id, again: block.id }"
                >Show it in one more place</a
              >
              <a class="btn btn-plain" routerLink="/arrange" [queryParams]="{ page: block.pages[0]?.id, copy: block.id }"
                >Make a separate copy</a
              >
            }
          </div>
          <h3 class="where">
            Shows on {{ block.pages.length }} {{ block.pages.length === 1 ? 'page' : 'pages' }}, by {{ block.placementCount }}
            {{ block.placementCount === 1 ? 'placement' : 'placements' }}
          </h3>
          <ul>
            @for (page of block.pages; track page.id) {
              <li>
                <a routerLink="/arrange" [queryParams]="{ page: page.id }">{{ page.title }}</a>
                <span class="code quiet">{{ page.path }}</span>
              </li>
            } @empty {
              <li class="quiet">It is placed on no page.</li>
            }
          </ul>
        } @else {
          <p class="quiet">Choose one to see what it says and where it is used.</p>
        }
      </aside>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
      height: 100%;
      padding: 14px 20px 14px;
    }
    .head {
      display: flex;
      align-items: center;
      gap: 16px;
      padding-bottom: 10px;
      flex-wrap: wrap;
    }
    p {
      margin: 0 0 4px;
    }
    .head p {
      margin: 0;
    }
    .search {
      width: 200px;
    }
    .form-select {
      width: auto;
    }
    .split {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 400px;
      gap: 16px;
      min-height: 0;
    }
    .rows {
      height: 100%;
    }
    .line {
      height: 58px;
      border-bottom: 1px solid #ece6d9;
    }
    .line.on {
      background: var(--tide-wash);
    }
    .open {
      display: grid;
      grid-template-columns: 18px minmax(0, 1fr) 130px 70px;
      gap: 10px;
      align-items: center;
      width: 100%;
      height: 57px;
      padding: 0 14px;
      border: 0;
      background: none;
      text-align: start;
      font: inherit;
      color: var(--ink);
    }
    .open:hover {
      background: #f8f5ec;
    }
    .on .open {
      background: none;
    }
    .words {
      min-width: 0;
      display: grid;
    }
    .title {
      font-weight: 600;
    }
    .title,
    .excerpt {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .excerpt {
      font-size: 12px;
    }
    .count {
      text-align: end;
    }
    aside {
      padding: 14px 18px;
      overflow: auto;
    }
    .says {
      border-left: 3px solid var(--hair);
      padding-left: 10px;
      margin: 8px 0;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin: 10px 0;
    }
    .where {
      margin: 14px 0 2px;
      border-bottom: 1px solid var(--hair);
    }
    ul {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      padding: 3px 0;
      display: flex;
      gap: 12px;
      justify-content: space-between;
      white-space: nowrap;
    }
    li .code {
      overflow: hidden;
      text-overflow: ellipsis;
    }
    @media (max-width: 900px) {
      .split {
        grid-template-columns: 1fr;
        grid-template-rows: 1fr auto;
      }
      .open {
        grid-template-columns: 18px minmax(0, 1fr) 64px;
      }
      .type {
        display: none;
      }
    }
  `,
})
export class BlocksWorkspace {
  readonly #router = inject(Router);
  protected readonly mayPlace = inject(SessionService).holds('editor', 'manager', 'administrator');
  readonly find = input<string>();
  readonly type = input<string>();
  readonly used = input<string>();
  readonly status = input<string>();
  protected readonly statuses = ['live', 'scheduled', 'draft', 'in review', 'expired', 'retired'];
  readonly sel = input<string>();
  protected readonly types = blockTypes;
  protected readonly blocks = signal<readonly BlockRow[]>([]);
  protected readonly isFiltered = computed(() => Boolean(this.find() || this.type() || this.used() || this.status()));
  protected readonly shown = computed(() => {
    const text = (this.find() ?? '').toLowerCase();
    return this.blocks().filter(
      block =>
        (text === '' || block.title.toLowerCase().includes(text) || block.excerpt.toLowerCase().includes(text)) &&
        (!this.type() || block.type === this.type()) &&
        isUsed(block, this.used()) &&
        (!this.status() || block.status === this.status()),
    );
  });
  protected readonly chosen = computed(() => this.blocks().find(block => block.id === this.sel()) ?? null);

  constructor() {
    const messages = inject(MessageService);
    inject(ApiClient)
      .listBlocks()
      .subscribe({ next: blocks => this.blocks.set(blocks), error: (error: unknown) => messages.problem(error) });
  }

  protected readonly byId = (_index: number, block: BlockRow): string => block.id;

  protected filter(queryParams: Record<string, string | null>): void {
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}

function isUsed(block: BlockRow, used: string | undefined): boolean {
  return used === 'several' ? block.pages.length > 1 : used === 'nowhere' ? block.pages.length === 0 : true;
}
