import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { ForwardingRow } from '@contract/addresses';
import { addressOf, linkTyped } from '@core/fields/link/typed-link';
import { leadsOn, type ForwardingStatus } from '@core/forwarding/forwarding';
import { tidyPath } from '@core/kinds/forwarding/schema';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient } from '../api/api-client';
import { PhaseMark } from '../shared/phase-mark';
import { SendService } from '../shared/send.service';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { openHistory } from '../shared/history-dialog';
import { textIn } from '../shared/typed-event';
import { WhenPipe } from '../shared/when-pipe';
import { keptList } from '../state/kept-list';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import type { WorkingChange } from '../state/working-changes.service';
import { AddressImport } from './address-import';
import { WritersChip } from '../writing/writers-chip';

/** What an old address answers, in the words of the sentence in which it is set. */
const answers: readonly { readonly status: ForwardingStatus; readonly label: string }[] = [
  { status: 308, label: $localize`leads for good to` },
  { status: 302, label: $localize`leads for now to` },
  { status: 301, label: $localize`leads for good, said in the older way, to` },
  { status: 410, label: $localize`says that what was there is gone` },
  { status: 404, label: $localize`is kept free for later` },
];

interface Draft {
  readonly row: ForwardingRow | null;
  readonly path: string;
  readonly status: ForwardingStatus;
  readonly to: string;
  readonly beneath: boolean;
  readonly reason: string;
}

const fresh: Draft = { row: null, path: '', status: 308, to: '', beneath: false, reason: '' };

/** Old addresses: where each leads, how often it is asked for, and what is wrong with it. */
@Component({
  selector: 'almanac-addresses',
  imports: [WritersChip, ScrollingModule, PhaseMark, WhenPipe, AddressImport],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p i18n class="quiet">
      A page that moves leaves its old address leading to it. Others can be set by hand, for what stood elsewhere once, or kept free.
    </p>
    @if (mayChange) {
      <form class="panel sentence" (submit)="$event.preventDefault(); send()">
        <span>
          @if (draft().row) {
            <ng-container i18n>From now on</ng-container>
          } @else {
            <ng-container i18n>The address</ng-container>
          }
        </span>
        <input
          class="form-control code path"
          aria-label="Old address"
          i18n-aria-label
          placeholder="/old-page"
          i18n-placeholder
          [value]="draft().path"
          (change)="set({ path: textIn($event) })"
        />
        <select class="form-select" aria-label="What it answers" i18n-aria-label (change)="choose(textIn($event))">
          @for (each of answers; track each.status) {
            <option [value]="each.status" [selected]="each.status === draft().status">{{ each.label }}</option>
          }
        </select>
        @if (leadsSomewhere()) {
          <input
            class="form-control code path"
            aria-label="Where it leads"
            i18n-aria-label
            placeholder="/new-page or https://…"
            i18n-placeholder
            list="paths"
            [value]="draft().to"
            (change)="set({ to: textIn($event) })"
          />
          <datalist id="paths">
            @for (page of pages(); track page.id) {
              <option [value]="page.path">{{ page.title }}</option>
            }
          </datalist>
          <label class="row-line"
            ><input type="checkbox" class="form-check-input" [checked]="draft().beneath" (change)="set({ beneath: !draft().beneath })" />
            <ng-container i18n>with all that lay beneath it</ng-container></label
          >
        } @else {
          <input
            class="form-control"
            aria-label="Why"
            i18n-aria-label
            placeholder="Why, for whoever wonders"
            i18n-placeholder
            [value]="draft().reason"
            (change)="set({ reason: textIn($event) })"
          />
        }
        <button class="btn btn-primary" [disabled]="!isFit()">
          @if (draft().row) {
            <ng-container i18n>Set this…</ng-container>
          } @else {
            <ng-container i18n>Add this…</ng-container>
          }
        </button>
        @if (draft().row) {
          <button i18n type="button" class="btn-word" (click)="draft.set(fresh)">Leave it</button>
        }
      </form>
    }
    <p class="row-line">
      <input
        class="form-control find"
        type="search"
        aria-label="Find an address"
        i18n-aria-label
        placeholder="Find an address"
        i18n-placeholder
        [value]="find() ?? ''"
        (input)="filter(textIn($event))"
      />
      <span i18n class="quiet">{{ shown().length }} of {{ rows().length }}</span>
      @if (faulty() > 0) {
        <button class="btn btn-plain" [attr.aria-pressed]="onlyFaulty()" (click)="onlyFaulty.set(!onlyFaulty())">
          @if (onlyFaulty()) {
            <ng-container i18n>Show all</ng-container>
          } @else {
            <ng-container i18n>{{ faulty() }} to look at</ng-container>
          }
        </button>
      }
    </p>
    <cdk-virtual-scroll-viewport itemSize="46" class="panel rows" role="list" aria-label="Old addresses" i18n-aria-label tabindex="0">
      <div *cdkVirtualFor="let row of shown(); trackBy: byId; templateCacheSize: 0" role="listitem" class="line">
        <almanac-phase [status]="row.status" />
        <span class="way"
          ><span class="code">{{ row.path }}{{ row.beneath ? '/…' : '' }}</span>
          <almanac-writers [of]="[row.id]" />
          @if (row.fault) {
            <span class="fault">{{ row.fault }}</span>
          } @else {
            <span class="quiet"
              >{{ words(row) }} <b>{{ row.leadsTo }}</b>{{ row.reason ? ' · ' + row.reason : '' }}</span
            >
          }
        </span>
        <span class="quiet hits"
          ><ng-container i18n>{row.hits, plural, =0 {never asked for} =1 {once} other {{{ row.hits }} times}}</ng-container>
          @if (row.lastHit) {
            <ng-container i18n>(last {{ row.lastHit | when: 'short' }})</ng-container>
          }
        </span>
        @if (mayChange) {
          <button i18n class="btn-word" ariaLabel="Change {{ row.path }}" i18n-ariaLabel (click)="edit(row)">Change</button>
          <button i18n class="btn-word" ariaLabel="History of {{ row.path }}" i18n-ariaLabel (click)="readHistory(row)">History</button>
          <button i18n class="btn-word" ariaLabel="Take off {{ row.path }}" i18n-ariaLabel (click)="takeOff(row)">Take off</button>
        }
      </div>
    </cdk-virtual-scroll-viewport>
    @if (rows().length === 0) {
      <p i18n class="quiet">No page has moved yet, and none was set by hand.</p>
    }
    @if (mayChange) {
      <almanac-address-import (taken)="list.refresh()" />
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 1180px;
    }
    .sentence {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      padding: 10px 14px;
      margin-bottom: 10px;
    }
    .path {
      width: 230px;
    }
    .form-select {
      width: auto;
    }
    .find {
      width: 260px;
    }
    .rows {
      height: 44vh;
    }
    .line {
      display: flex;
      align-items: center;
      gap: 12px;
      height: 46px;
      padding: 0 14px;
      border-bottom: 1px solid #ece6d9;
    }
    .way {
      flex: 1;
      min-width: 0;
      display: grid;
    }
    .way > * {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .fault {
      color: var(--ember);
    }
    .hits {
      white-space: nowrap;
      font-size: 12px;
    }
  `,
})
export class Addresses {
  readonly #modal = inject(NgbModal);
  readonly #api = inject(ApiClient);
  readonly #router = inject(Router);
  readonly #sending = inject(SendService);
  readonly #pages = inject(PagesService);
  protected readonly pages = this.#pages.pages;
  protected readonly mayChange = inject(SessionService).mayWrite('forwarding');
  readonly find = input<string>();
  protected readonly textIn = textIn;
  protected readonly answers = answers;
  protected readonly fresh = fresh;
  protected readonly list = keptList(() => this.#api.listForwardings());
  protected readonly rows = this.list.rows;
  protected readonly onlyFaulty = signal(false);
  protected readonly faulty = computed(() => this.rows().filter(each => each.fault !== '').length);
  protected readonly shown = computed(() => {
    const text = (this.find() ?? '').toLowerCase();
    return this.rows().filter(
      each =>
        (!this.onlyFaulty() || each.fault !== '') &&
        [each.path, each.leadsTo, each.address].some(word => word.toLowerCase().includes(text)),
    );
  });
  protected readonly draft = signal<Draft>(fresh);
  protected readonly leadsSomewhere = computed(() => leadsOn(this.draft().status));
  protected readonly isFit = computed(() => this.draft().path.trim() !== '' && (!this.leadsSomewhere() || this.draft().to.trim() !== ''));

  protected readonly byId = (_index: number, row: ForwardingRow): string => row.id;

  protected words({ answer }: ForwardingRow): string {
    return answers.find(each => each.status === answer)!.label;
  }

  protected set(change: Partial<Draft>): void {
    this.draft.update(draft => ({ ...draft, ...change }));
  }

  protected choose(status: string): void {
    this.set({ status: Number(status) as ForwardingStatus });
  }

  protected edit(row: ForwardingRow): void {
    const { path, status, to, beneath, reason } = row.value;
    this.draft.set({
      row,
      path,
      status,
      to: addressOf(to, this.#pages.pathOf),
      beneath,
      reason,
    });
  }

  /** Shows what was saved of it before; an older one comes into the form, as an edit like any other. */
  protected async readHistory(row: ForwardingRow): Promise<void> {
    const older = await openHistory(this.#modal, row.id, this.mayChange);
    if (older !== null) this.edit({ ...row, value: older as ForwardingRow['value'] });
  }

  protected send(): void {
    const { row, path, status, to, beneath, reason } = this.draft();
    const link = leadsOn(status) ? linkTyped(to, this.#pages.idAt) : null;
    const tidy = tidyPath(path);
    void this.#send({
      recordId: row?.id ?? uuidv7(),
      kind: 'forwarding',
      title: tidy,
      value: { version: 1, path: tidy, beneath, to: link, status, reason },
      retires: false,
      baseRevisionId: row?.revisionId ?? null,
      did: row ? $localize`changed` : $localize`added`,
    });
  }

  protected takeOff(row: ForwardingRow): void {
    void this.#send({
      recordId: row.id,
      kind: 'forwarding',
      title: row.path,
      value: null,
      retires: true,
      baseRevisionId: row.revisionId,
      did: $localize`taken off`,
    });
  }

  async #send(change: WorkingChange): Promise<void> {
    if (!(await this.#sending.sendOrLeave([change]))) return;
    this.draft.set(fresh);
    this.list.refresh();
  }

  protected filter(find: string): void {
    void this.#router.navigate([], { queryParams: { find: find || null }, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
