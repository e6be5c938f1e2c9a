import { ChangeDetectionStrategy, Component, type ElementRef, inject, viewChild } from '@angular/core';
import { Router } from '@angular/router';
import { NgbTypeaheadModule, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import { combineLatest, debounceTime, distinctUntilChanged, map, of, switchMap, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { KeysService } from '../state/keys.service';

interface Found {
  readonly kind: 'page' | 'block';
  readonly id: string;
  readonly title: string;
  readonly detail: string;
}

/** Finds a page or a block by title or path, from anywhere. */
@Component({
  selector: 'almanac-finder',
  imports: [NgbTypeaheadModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="box">
      <input
        #input
        type="search"
        class="form-control"
        placeholder="Find a page or block"
        aria-label="Find a page or block"
        [ngbTypeahead]="search"
        [resultTemplate]="row"
        [inputFormatter]="blank"
        (selectItem)="go($event)"
        [focusFirst]="true"
      />
      <span class="key" aria-hidden="true">/</span>
    </div>
    <ng-template #row let-found="result">
      <span>{{ found.title }}</span> <span class="quiet small">{{ found.detail }}</span>
    </ng-template>
  `,
  styles: `
    .box {
      position: relative;
      width: 210px;
    }
    .key {
      position: absolute;
      right: 8px;
      top: 5px;
      border: 1px solid var(--hair);
      border-radius: 3px;
      padding: 0 5px;
      font-size: 11px;
      color: var(--ink-2);
      pointer-events: none;
    }
    input:focus + .key {
      display: none;
    }
  `,
})
export class Finder {
  readonly #api = inject(ApiClient);
  readonly #router = inject(Router);
  private readonly input = viewChild.required<ElementRef<HTMLInputElement>>('input');

  constructor() {
    inject(KeysService).bind([{ key: '/', does: 'Find a page or block', run: () => this.input().nativeElement.focus() }]);
  }

  protected readonly search = (text$: Observable<string>): Observable<readonly Found[]> =>
    text$.pipe(
      debounceTime(120),
      distinctUntilChanged(),
      switchMap(text => (text.trim() === '' ? of([]) : this.#everything().pipe(map(all => matching(all, text.trim().toLowerCase()))))),
    );

  protected readonly blank = (): string => '';

  protected go(event: NgbTypeaheadSelectItemEvent<Found>): void {
    event.preventDefault();
    this.input().nativeElement.value = '';
    const { kind, id } = event.item;
    if (kind === 'page') void this.#router.navigate(['/arrange'], { queryParams: { page: id } });
    else void this.#router.navigate(['/blocks', id]);
  }

  #everything(): Observable<readonly Found[]> {
    return combineLatest([this.#api.listPages(), this.#api.listBlocks()]).pipe(
      map(([pages, blocks]) => [
        ...pages.map((page): Found => ({ kind: 'page', id: page.id, title: page.title, detail: page.path })),
        ...blocks.map((block): Found => ({ kind: 'block', id: block.id, title: block.title, detail: block.typeLabel })),
      ]),
    );
  }
}

function matching(all: readonly Found[], text: string): readonly Found[] {
  return all
    .filter(each => each.title.toLowerCase().includes(text) || each.detail.toLowerCase().includes(text))
    .sort((a, b) => Number(b.title.toLowerCase().startsWith(text)) - Number(a.title.toLowerCase().startsWith(text)))
    .slice(0, 12);
}
