import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgbActiveModal, type NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Copied } from '@contract/assembling';
import type { PageRow } from '@contract/messages';
import { ApiClient, ApiProblem } from '../api/api-client';
import { indentOf } from '../shared/labels';
import { textIn } from '../shared/typed-event';
import { PagesService } from '../state/pages.service';

/** Where a copy of a page, with all beneath it, is to stand and what it is called. */
@Component({
  selector: 'almanac-page-copy-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 i18n class="modal-title">Copy “{{ page()?.title }}” with all beneath it</h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <p i18n class="form-help">
        {count(), plural, =1 {One page is} other {{{ count() }} pages are}} copied, with the placements whose rules name them. Blocks,
        pictures and files are shared with the original.
      </p>
      <label i18n class="form-label" for="copy-title">Title</label>
      <input class="form-control" id="copy-title" [value]="title()" (input)="title.set(textIn($event))" />
      <label i18n class="form-label" for="copy-segment">Address</label>
      <input class="form-control code" id="copy-segment" [value]="segment()" (input)="segment.set(textIn($event))" />
      <label i18n class="form-label" for="copy-parent">Beneath</label>
      <select class="form-select" id="copy-parent" (change)="parent.set(textIn($event))">
        @for (each of parents(); track each.id) {
          <option [value]="each.id" [selected]="each.id === parent()">{{ indent(each.depth) }}{{ each.title }}</option>
        }
      </select>
      @if (fault()) {
        <p class="form-fault" role="alert">{{ fault() }}</p>
      }
      <p class="acts"><button i18n class="btn btn-primary" [disabled]="!title() || !segment()" (click)="copy()">Go on…</button></p>
    </div>
  `,
  styles: `
    .form-label {
      margin-top: 8px;
    }
    .acts {
      margin: 14px 0 0;
    }
  `,
})
export class PageCopyDialog {
  protected readonly modal = inject(NgbActiveModal);
  readonly #api = inject(ApiClient);
  readonly #pages = inject(PagesService).pages;
  protected readonly textIn = textIn;
  protected readonly indent = indentOf;
  readonly page = signal<PageRow | null>(null);
  protected readonly title = signal('');
  protected readonly segment = signal('');
  protected readonly parent = signal('');
  protected readonly fault = signal('');
  protected readonly count = computed(() => this.#pages().filter(each => this.#isOfIt(each)).length);
  protected readonly parents = computed(() => this.#pages().filter(each => each.status === 'live' && !this.#isOfIt(each)));

  begin(page: PageRow): void {
    this.page.set(page);
    this.title.set($localize`${page.title}, copy`);
    this.segment.set(`${page.path.split('/').pop()!}-copy`);
    this.parent.set(page.parentId ?? '');
  }

  protected copy(): void {
    const request = { pageId: this.page()!.id, parentId: this.parent(), title: this.title(), segment: this.segment() };
    this.#api.copyPages(request).subscribe({
      next: copied => this.modal.close(copied),
      error: (error: unknown) => this.fault.set(error instanceof ApiProblem ? error.message : $localize`It could not be copied.`),
    });
  }

  #isOfIt({ path, status }: PageRow): boolean {
    const own = this.page()?.path ?? '';
    return status === 'live' && (path === own || path.startsWith(`${own}/`));
  }
}

/** Asks where a copy is to stand. @returns the changes that make it; rejects when none is wanted */
export function askPageCopy(modal: NgbModal, page: PageRow): Promise<Copied> {
  const opened = modal.open(PageCopyDialog);
  (opened.componentInstance as PageCopyDialog).begin(page);
  return opened.result as Promise<Copied>;
}
