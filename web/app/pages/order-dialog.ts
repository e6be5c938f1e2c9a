import { CdkDrag, type CdkDragDrop, CdkDropList } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { PageRow } from '@contract/messages';
import { reordered } from '@core/page/order';
import { OrderButtons } from '../fields/order-buttons';

/** The order of pages beneath one, by dragging, by keys and by clicks. */
@Component({
  selector: 'almanac-order-dialog',
  imports: [CdkDropList, CdkDrag, OrderButtons],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown)': 'onKey($event)' },
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Order beneath “{{ title() }}”</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <p i18n class="form-help">
        Drag a page, or move it by its buttons, or by Alt with the up and down arrows. Menus and listings by hand follow.
      </p>
      <ol cdkDropList (cdkDropListDropped)="drop($event)">
        @for (page of pages(); track page.id; let at = $index) {
          <li cdkDrag [attr.data-at]="at">
            <span class="grow"
              ><b>{{ page.title }}</b> <span class="quiet code">{{ page.path }}</span></span
            >
            <almanac-order-buttons [name]="page.title" [list]="pages()" [at]="at" [mayTakeOut]="false" (listChange)="pages.set($event)" />
          </li>
        }
      </ol>
    </div>
    <div class="foot">
      <button class="btn btn-primary" [disabled]="changed().size === 0" (click)="modal.close(changed())">
        @if (changed().size === 0) {
          <ng-container i18n>The order is as it was</ng-container>
        } @else {
          <ng-container i18n>Set this order…</ng-container>
        }
      </button>
    </div>
  `,
  styles: `
    ol {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      display: flex;
      align-items: center;
      min-height: 32px;
      border-bottom: 1px solid #ece6d9;
      cursor: grab;
      background: var(--sheet);
    }
    .foot {
      padding: 12px 20px;
      border-top: 3px double var(--hair);
    }
  `,
})
export class OrderDialog {
  protected readonly modal = inject(NgbActiveModal);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** The page above. */
  readonly title = signal('');
  /** Its pages, in the order in which they are to stand. */
  readonly pages = signal<readonly PageRow[]>([]);
  /** New keys by id, of those that need one. */
  protected readonly changed = computed(() => reordered(this.pages()));

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.#put(previousIndex, currentIndex);
  }

  protected onKey(event: KeyboardEvent): void {
    const row = (event.target as HTMLElement).closest<HTMLElement>('[data-at]');
    const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
    if (!event.altKey || !row || by === 0) return;
    event.preventDefault();
    const at = Number(row.dataset['at']);
    this.#put(at, at + by);
    setTimeout(() => this.#host.nativeElement.querySelector<HTMLElement>(`[data-at="${at + by}"] button:not([disabled])`)?.focus());
  }

  #put(from: number, to: number): void {
    const pages = [...this.pages()];
    if (to < 0 || to >= pages.length) return;
    pages.splice(to, 0, ...pages.splice(from, 1));
    this.pages.set(pages);
  }
}

/** Asks for the order of some pages. @returns new keys by id; rejects when nothing is to change */
export function askOrder(modal: NgbModal, title: string, pages: readonly PageRow[]): Promise<ReadonlyMap<string, string>> {
  const opened = modal.open(OrderDialog, { scrollable: true });
  const dialog = opened.componentInstance as OrderDialog;
  dialog.title.set(title);
  dialog.pages.set(pages);
  return opened.result as Promise<ReadonlyMap<string, string>>;
}
