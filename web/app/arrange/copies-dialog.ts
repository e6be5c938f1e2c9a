import { ChangeDetectionStrategy, Component, computed, inject, type OnInit, signal } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { PageRow } from '@contract/messages';
import type { BlockValue } from '@core/block/block';
import { copyOfBlock, copyOfPlacement, uniqueTitle } from '@core/placement/copy';
import { freshPlacement, type PlacementValue } from '@core/placement/placement';
import { everywhere, type Rule } from '@core/rule/rule';
import { generateNKeysBetween } from 'fractional-indexing';
import { forkJoin } from 'rxjs';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient } from '../api/api-client';
import { RuleSentence } from '../rule/rule-sentence';
import { SessionService } from '../state/session.service';
import type { WorkingChange } from '../state/working-changes.service';
import { textIn } from '../shared/typed-event';

interface Copy {
  readonly value: BlockValue;
  readonly title: string;
  readonly target: string;
  readonly rule: Rule;
  /** The placement that is copied with it, if there is one. */
  readonly placed: PlacementValue | null;
}

/** Copies of one or several blocks, each given its title, region and pages in one table. */
@Component({
  selector: 'almanac-copies-dialog',
  imports: [RuleSentence],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Copies, each in its place</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <p i18n class="quiet">Each is a block of its own from now on: an edit to one changes no other.</p>
      <div class="row-line">
        <label class="row-line" for="copies-count"
          ><ng-container i18n>How many of each</ng-container>&ngsp;
          <input
            id="copies-count"
            class="form-control count"
            type="number"
            min="1"
            max="50"
            [value]="count()"
            (change)="setCount(+textIn($event))"
        /></label>
        <button i18n class="btn-word" (click)="onePerPage()">One for each page beneath…</button>
        @if (isChoosingSection()) {
          <select class="form-select" aria-label="Section" i18n-aria-label (change)="perChild(textIn($event))">
            <option i18n value="">a section</option>
            @for (each of sections(); track each.label) {
              <option [value]="each.value">{{ each.label }}</option>
            }
          </select>
        }
      </div>
      <table>
        <thead>
          <tr>
            <th i18n scope="col">Title</th>
            <th i18n scope="col">Region</th>
            <th i18n scope="col">Pages and readers</th>
            <th scope="col"><span i18n class="visually-hidden">Leave out</span></th>
          </tr>
        </thead>
        <tbody>
          @for (copy of copies(); track $index) {
            <tr>
              <td>
                <input
                  class="form-control"
                  ariaLabel="Title of copy {{ $index + 1 }}"
                  i18n-ariaLabel
                  [class.is-invalid]="isTaken($index)"
                  [value]="copy.title"
                  (input)="set($index, { title: textIn($event) })"
                />
              </td>
              <td>
                <select
                  class="form-select"
                  ariaLabel="Region of copy {{ $index + 1 }}"
                  i18n-ariaLabel
                  (change)="set($index, { target: textIn($event) })"
                >
                  @for (each of targets; track each.name) {
                    <option [value]="each.name" [selected]="each.name === copy.target">{{ each.label }}</option>
                  }
                </select>
              </td>
              <td><almanac-rule-sentence [rule]="copy.rule" [pages]="pages" (ruleChange)="set($index, { rule: $event })" /></td>
              <td>
                <button i18n class="btn-word" ariaLabel="Leave out copy {{ $index + 1 }}" i18n-ariaLabel (click)="drop($index)">
                  Leave out
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
      @if (fault()) {
        <p class="notice-line ember" role="alert">{{ fault() }}</p>
      }
    </div>
    <div class="foot">
      <span i18n class="quiet grow">They are unsaved until you send them, and can be undone.</span>
      <button i18n class="btn btn-primary" [disabled]="copies().length === 0 || hasFault()" (click)="make()">
        Make {copies().length, plural, =1 {1 copy} other {{{ copies().length }} copies}}
      </button>
    </div>
  `,
  styles: `
    .count {
      width: 70px;
    }
    table {
      width: 100%;
      margin-top: 8px;
    }
    th {
      text-align: start;
      font-size: 12px;
      color: var(--ink-2);
      border-bottom: 1px solid var(--hair);
    }
    td {
      padding: 4px 8px 4px 0;
      border-bottom: 1px solid #ece6d9;
      vertical-align: top;
    }
    td .btn-word {
      white-space: nowrap;
    }
    td:first-child {
      width: 34%;
    }
    .form-select {
      width: auto;
    }
    .foot {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 12px 20px;
      border-top: 3px double var(--hair);
    }
  `,
})
export class CopiesDialog implements OnInit {
  protected readonly textIn = textIn;
  protected readonly modal = inject(NgbActiveModal);
  readonly #api = inject(ApiClient);
  readonly #theme = inject(SessionService).site.theme;
  /** Set by whoever opens the dialog. */
  blockIds: readonly string[] = [];
  pages: readonly PageRow[] = [];
  protected readonly targets = [...this.#theme.regions, ...this.#theme.insertionPoints];
  protected readonly count = signal(1);
  protected readonly copies = signal<readonly Copy[]>([]);
  protected readonly isChoosingSection = signal(false);
  protected readonly fault = signal('');
  readonly #sources = signal<readonly Copy[]>([]);
  readonly #taken = signal<readonly string[]>([]);
  /** The pages that get one copy each, where that was asked for. */
  #beneath: readonly PageRow[] = [];
  /** Sections, and where the pages directly beneath are of several types, each type by itself. */
  protected readonly sections = signal<readonly { readonly value: string; readonly label: string }[]>([]);
  protected readonly hasFault = computed(() => this.copies().some((copy, index) => copy.title.trim() === '' || this.isTaken(index)));

  ngOnInit(): void {
    this.sections.set(
      this.pages.flatMap(page => {
        const types = [...new Set(this.pages.filter(each => each.parentId === page.id && each.status === 'live').map(each => each.type))];
        if (types.length === 0) return [];
        const byType =
          types.length > 1
            ? types.map(type => ({ value: `${page.id} ${type}`, label: $localize`${page.title}, only of type ${type}` }))
            : [];
        return [{ value: page.id, label: page.title }, ...byType];
      }),
    );
    forkJoin([this.#api.listBlocks(), this.#api.listPlacements(), this.#api.readRecords(this.blockIds)]).subscribe({
      next: ([blocks, placements, records]) => {
        this.#taken.set(blocks.map(block => block.title));
        this.#sources.set(
          records.map(record => {
            const value = (record.live?.value ?? record.newest) as BlockValue;
            const placed = placements.find(each => each.blockId === record.id && each.status !== 'retired')?.value;
            return {
              value,
              title: value.title,
              target: placed?.target.name ?? 'main',
              rule: placed?.rule ?? everywhere,
              placed: placed ?? null,
            };
          }),
        );
        // What was asked for meanwhile is laid out now.
        this.#lay();
      },
      error: (error: unknown) => this.fault.set(error instanceof Error ? error.message : ''),
    });
  }

  protected setCount(count: number): void {
    const many = Math.min(50, Math.max(1, Math.round(count) || 1));
    this.count.set(many);
    this.#beneath = [];
    this.#lay();
  }

  protected onePerPage(): void {
    this.isChoosingSection.set(true);
  }

  /** One copy of each for every page directly beneath a section, named after it and standing there and beneath. */
  protected perChild(section: string): void {
    const [id, type] = section.split(' ');
    const children = this.pages.filter(
      page => page.parentId === id && page.status === 'live' && (type === undefined || page.type === type),
    );
    if (children.length === 0) return;
    this.isChoosingSection.set(false);
    this.#beneath = children;
    this.#lay();
  }

  protected set(index: number, part: Partial<Copy>): void {
    this.copies.update(copies => copies.map((copy, at) => (at === index ? { ...copy, ...part } : copy)));
  }

  protected drop(index: number): void {
    this.copies.update(copies => copies.filter((_, at) => at !== index));
  }

  /** Whether the title is another's, in the stock or in the table. */
  protected isTaken(index: number): boolean {
    const title = this.copies()[index]!.title.trim();
    return this.#taken().includes(title) || this.copies().some((copy, at) => at !== index && copy.title.trim() === title);
  }

  protected make(): void {
    const orders = generateNKeysBetween('b00', null, this.copies().length);
    this.modal.close(
      this.copies().flatMap((copy, index): readonly WorkingChange[] => {
        const blockId = uuidv7();
        const kind = this.#theme.regions.some(each => each.name === copy.target) ? 'region' : 'insertion point';
        const title = copy.title.trim();
        const start = { blockId, target: { kind, name: copy.target } as const, order: orders[index]!, rule: copy.rule };
        const placement = copy.placed ? copyOfPlacement(copy.placed, { ...start, off: false }) : freshPlacement(start);
        const fresh = { retires: false, baseRevisionId: null, title };
        return [
          { ...fresh, recordId: blockId, kind: 'block', value: copyOfBlock(copy.value, title), did: $localize`copied` },
          { ...fresh, recordId: uuidv7(), kind: 'placement', value: placement, did: $localize`placed` },
        ];
      }),
    );
  }

  /** Lays out what was last asked for: so many of each, or one of each for every page beneath a section. */
  #lay(): void {
    const taken = [...this.#taken()];
    const pages: readonly (PageRow | null)[] = this.#beneath.length > 0 ? this.#beneath : Array.from({ length: this.count() }, () => null);
    this.copies.set(
      this.#sources().flatMap(source =>
        pages.map(page => {
          const wished = page ? `${source.value.title}, ${page.title}` : '';
          const title = wished && !taken.includes(wished) ? wished : uniqueTitle(source.value.title, taken);
          taken.push(title);
          const where = page && { any: [{ test: 'within' as const, page: page.id }] };
          return { ...source, title, ...(where ? { rule: { ...source.rule, where, follows: [] } } : {}) };
        }),
      ),
    );
  }
}

/** Opens the table of copies; resolves with what is to be made. */
export function openCopies(modal: NgbModal, blockIds: readonly string[], pages: readonly PageRow[]): Promise<readonly WorkingChange[]> {
  const opened = modal.open(CopiesDialog, { size: 'xl', scrollable: true });
  const dialog = opened.componentInstance as CopiesDialog;
  dialog.blockIds = blockIds;
  dialog.pages = pages;
  return opened.result as Promise<readonly WorkingChange[]>;
}
