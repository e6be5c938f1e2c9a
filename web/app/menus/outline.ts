import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  Injector,
  input,
  model,
  signal,
} from '@angular/core';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { fileLink } from '@core/file/address';
import { addressOf, linkTyped } from '@core/fields/link/typed-link';
import { draggedRow, menuBounds, movedRow, shiftedRow, withoutRow, type MenuTarget, type OutlineRow } from '@core/menu/menu';
import { alwaysHolds } from '@core/rule/rule';
import { v7 as uuidv7 } from 'uuid';
import { chooseFile } from '../files/file-chooser';
import { indentOf } from '../shared/labels';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';
import { EntryRule } from './entry-rule';

/** A menu as an outline: each row an entry, deeper ones set in; by keys, by clicks and by dragging. */
@Component({
  selector: 'almanac-outline',
  imports: [CdkDropList, CdkDrag, CdkDragHandle, EntryRule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown)': 'onKey($event)' },
  template: `
    <p i18n class="form-help" id="outline-keys">
      Alt with the arrow keys moves the entry: up and down among its neighbours, left and right in depth. Empty words take those of the
      page.
    </p>
    <ol cdkDropList (cdkDropListDropped)="drop($event)" aria-describedby="outline-keys">
      @for (row of rows(); track row.id; let at = $index) {
        <li cdkDrag [style.padding-inline-start.px]="row.level * 22" [class.on]="at === open()" [attr.data-at]="at">
          <div class="line">
            <span class="grip" cdkDragHandle aria-hidden="true" title="Drag to move" i18n-title></span>
            <input
              class="form-control words"
              ariaLabel="Words of entry {{ at + 1 }}"
              i18n-ariaLabel
              [attr.data-row]="at"
              [placeholder]="ownWords(row)"
              [value]="row.words"
              maxlength="120"
              (focus)="open.set(at)"
              (input)="change(at, { words: textIn($event) })"
            />
            <span class="quiet leads">{{ leadsTo(row) }}</span>
          </div>
          @if (at === open()) {
            <div class="about">
              <label class="row-line"
                ><ng-container i18n>Stands for</ng-container>&ngsp;
                <select class="form-select" (change)="retarget(at, textIn($event))">
                  <option i18n value="page" [selected]="row.target.to === 'page'">a page</option>
                  <option i18n value="link" [selected]="row.target.to === 'link'">an address</option>
                  <option i18n value="file">a file…</option>
                  <option i18n value="heading" [selected]="row.target.to === 'heading'">words alone</option>
                </select></label
              >
              @if (row.target.to === 'page') {
                <select
                  class="form-select page"
                  ariaLabel="Page of entry {{ at + 1 }}"
                  i18n-ariaLabel
                  (change)="setPage(at, textIn($event))"
                >
                  @for (page of pages(); track page.id) {
                    <option [value]="page.id" [selected]="page.id === row.target.page">{{ indent(page.depth) }}{{ page.title }}</option>
                  }
                </select>
                <label class="row-line"
                  ><ng-container i18n>and what lies beneath</ng-container>&ngsp;
                  <select class="form-select" (change)="setBeneath(at, textIn($event))">
                    @for (each of depths; track each.levels) {
                      <option [value]="each.levels" [selected]="each.levels === row.target.beneath">{{ each.label }}</option>
                    }
                  </select></label
                >
              }
              @if (row.target.to === 'link') {
                <input
                  class="form-control code"
                  ariaLabel="Address of entry {{ at + 1 }}"
                  i18n-ariaLabel
                  placeholder="/visit or https://…"
                  i18n-placeholder
                  [value]="addressIn(row)"
                  (change)="setAddress(at, textIn($event))"
                />
              }
              <almanac-entry-rule [row]="row" (rowChange)="change(at, $event)" />
              <p class="acts">
                <button i18n type="button" class="btn-word" [disabled]="!can(at, 'up')" (click)="move(at, -1)">Up</button>
                <button i18n type="button" class="btn-word" [disabled]="!can(at, 'down')" (click)="move(at, 1)">Down</button>
                <button i18n type="button" class="btn-word" [disabled]="!can(at, 'in')" (click)="shift(at, 1)">Deeper</button>
                <button i18n type="button" class="btn-word" [disabled]="!can(at, 'out')" (click)="shift(at, -1)">Less deep</button>
                <button i18n type="button" class="btn-word" (click)="add(at + 1, row.level)">Another after it</button>
                <button i18n type="button" class="btn-word" (click)="remove(at)">Take out</button>
              </p>
            </div>
          } @else if (ruleWords(row)) {
            <span class="quiet rule">{{ ruleWords(row) }}</span>
          }
        </li>
      }
    </ol>
    @if (fault()) {
      <p class="form-fault" role="alert">{{ fault() }}</p>
    }
    <button i18n type="button" class="btn btn-plain" [disabled]="rows().length >= most" (click)="add(rows().length, 0)">
      Add an entry
    </button>
  `,
  styles: `
    ol {
      list-style: none;
      padding: 0;
      margin: 0 0 8px;
    }
    li {
      border-bottom: 1px solid #ece6d9;
      padding-block: 3px;
      background: var(--sheet);
    }
    li.on {
      background: #f7f4ec;
    }
    .line {
      display: flex;
      gap: 8px;
      align-items: center;
    }
    .grip {
      width: 14px;
      height: 24px;
      cursor: grab;
      background: repeating-linear-gradient(var(--edge) 0 1px, transparent 1px 4px) center / 9px 12px no-repeat;
      flex: none;
    }
    .words {
      flex: 1;
      min-width: 0;
    }
    .leads {
      flex: 0 0 11em;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      font-size: 12px;
    }
    .about {
      display: grid;
      gap: 5px;
      padding: 6px 0 4px 22px;
    }
    .form-select {
      width: auto;
      max-width: 100%;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 12px;
      margin: 0;
    }
    .rule {
      padding-inline-start: 22px;
      font-size: 12px;
    }
    .cdk-drag-preview {
      box-shadow: 0 2px 8px #0003;
      padding: 3px 8px;
    }
    .cdk-drag-placeholder {
      opacity: 0.35;
    }
  `,
})
export class Outline {
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #injector = inject(Injector);
  readonly #modal = inject(NgbModal);
  readonly #site = inject(PagesService);
  /** Held here as well, so that what is done next follows on what was done last, before it has gone round. */
  readonly rows = model.required<readonly OutlineRow[]>();
  readonly fault = input('');
  protected readonly textIn = textIn;
  protected readonly indent = indentOf;
  protected readonly most = menuBounds.entries;
  /** The row that is being set. */
  protected readonly open = signal(-1);
  protected readonly pages = computed(() => this.#site.pages().filter(page => page.status !== 'retired'));
  protected readonly depths = [
    { levels: 0, label: $localize`nothing of it` },
    { levels: 1, label: $localize`one level` },
    { levels: 2, label: $localize`two levels` },
    { levels: 3, label: $localize`three levels` },
    { levels: 4, label: $localize`four levels` },
  ];

  protected ownWords({ target }: OutlineRow): string {
    return target.to === 'page'
      ? (this.#site.pages().find(each => each.id === target.page)?.title ?? $localize`a page that is gone`)
      : $localize`Words`;
  }

  protected leadsTo(row: OutlineRow): string {
    const { target } = row;
    if (target.to === 'heading') return $localize`words alone`;
    if (target.to === 'link') return this.addressIn(row) || $localize`nowhere yet`;
    return `${this.#site.pathOf(target.page) ?? 'gone'}${target.beneath > 0 ? $localize` and beneath` : ''}`;
  }

  protected addressIn({ target }: OutlineRow): string {
    return target.to === 'link' ? addressOf(target.link, this.#site.pathOf) : '';
  }

  protected ruleWords({ who, when, currentOn, notIn }: OutlineRow): string {
    return [
      alwaysHolds(who) ? '' : $localize`not for everybody`,
      alwaysHolds(when) ? '' : $localize`at set times`,
      currentOn ? $localize`current by rule` : '',
      notIn ? $localize`not in every language` : '',
    ]
      .filter(Boolean)
      .join(', ');
  }

  protected change(at: number, part: Partial<OutlineRow>): void {
    this.#set(this.rows().map((row, index) => (index === at ? { ...row, ...part } : row)));
  }

  protected async retarget(at: number, to: string): Promise<void> {
    if (to === 'page') return this.change(at, { target: { to: 'page', page: this.pages()[0]?.id ?? '', beneath: 0 } });
    if (to === 'heading') return this.change(at, { target: { to: 'heading' } });
    if (to === 'link') return this.change(at, { target: { to: 'link', link: { page: null, address: '' } } });
    const file = await chooseFile(this.#modal);
    if (file)
      this.change(at, {
        target: { to: 'link', link: { page: null, address: fileLink(file.id) } },
        words: this.rows()[at]!.words || file.title,
      });
  }

  protected setPage(at: number, page: string): void {
    this.#target(at, target => (target.to === 'page' ? { ...target, page } : target));
  }

  protected setBeneath(at: number, levels: string): void {
    this.#target(at, target => (target.to === 'page' ? { ...target, beneath: Number(levels) } : target));
  }

  protected setAddress(at: number, typed: string): void {
    const link = linkTyped(typed, this.#site.idAt) ?? { page: null, address: '' };
    this.change(at, { target: { to: 'link', link } });
  }

  /** Adds an entry for a page that is not in the outline yet. */
  protected add(at: number, level: number): void {
    const used = new Set(this.rows().flatMap(({ target }) => (target.to === 'page' ? [target.page] : [])));
    const next = this.pages().find(page => page.depth === level + 1 && !used.has(page.id)) ?? this.pages()[0];
    const row: OutlineRow = {
      id: uuidv7(),
      level,
      target: next ? { to: 'page', page: next.id, beneath: 0 } : { to: 'heading' },
      words: '',
      who: {},
      when: {},
      currentOn: null,
    };
    this.#set([...this.rows().slice(0, at), row, ...this.rows().slice(at)], at);
  }

  protected remove(at: number): void {
    this.#set(withoutRow(this.rows(), at), Math.max(0, at - 1));
  }

  protected can(at: number, where: 'up' | 'down' | 'in' | 'out'): boolean {
    const rows = this.rows();
    const moved =
      where === 'up' ? movedRow(rows, at, -1) : where === 'down' ? movedRow(rows, at, 1) : shiftedRow(rows, at, where === 'in' ? 1 : -1);
    return moved !== rows;
  }

  protected move(at: number, by: -1 | 1): void {
    this.#follow(at, movedRow(this.rows(), at, by));
  }

  protected shift(at: number, by: -1 | 1): void {
    this.#follow(at, shiftedRow(this.rows(), at, by));
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    const to = currentIndex > previousIndex ? currentIndex + 1 : currentIndex;
    this.#follow(previousIndex, draggedRow(this.rows(), previousIndex, to));
  }

  protected onKey(event: KeyboardEvent): void {
    const row = (event.target as HTMLElement).closest<HTMLElement>('[data-at]');
    if (!event.altKey || !row) return;
    const at = Number(row.dataset['at']);
    const acts: Readonly<Record<string, () => void>> = {
      ArrowUp: () => this.move(at, -1),
      ArrowDown: () => this.move(at, 1),
      ArrowRight: () => this.shift(at, 1),
      ArrowLeft: () => this.shift(at, -1),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }

  #target(at: number, change: (target: MenuTarget) => MenuTarget): void {
    this.change(at, { target: change(this.rows()[at]!.target) });
  }

  // The row that was moved stays the one that is being set, with the cursor in it.
  #follow(at: number, rows: readonly OutlineRow[]): void {
    if (rows === this.rows()) return;
    this.#set(rows, rows.indexOf(rows.find(each => each.id === this.rows()[at]!.id)!));
  }

  #set(rows: readonly OutlineRow[], focus = -1): void {
    this.rows.set(rows);
    if (focus < 0) return;
    this.open.set(focus);
    afterNextRender(() => this.#host.nativeElement.querySelector<HTMLInputElement>(`[data-row="${focus}"]`)?.focus(), {
      injector: this.#injector,
    });
  }
}
