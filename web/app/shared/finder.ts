import { ChangeDetectionStrategy, Component, type ElementRef, inject, viewChild } from '@angular/core';
import { Router } from '@angular/router';
import { NgbTypeaheadModule, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import type { Found } from '@contract/assembling';
import { catchError, debounceTime, distinctUntilChanged, of, switchMap, type Observable } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { placesOf } from '../kinds/index';
import { KeysService } from '../state/keys.service';
import { ToldPipe } from './told.pipe';

/** Finds pages, blocks, placements and rules by title, text or path, from anywhere. */
@Component({
  selector: 'almanac-finder',
  imports: [ToldPipe, NgbTypeaheadModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="box">
      <input
        #input
        type="search"
        class="form-control"
        placeholder="Find anything"
        i18n-placeholder
        aria-label="Find pages, blocks, placements and rules"
        i18n-aria-label
        [ngbTypeahead]="search"
        [resultTemplate]="row"
        [inputFormatter]="blank"
        (selectItem)="go($event)"
        [focusFirst]="true"
      />
      <span class="key" aria-hidden="true">/</span>
    </div>
    <ng-template #row let-found="result">
      <span class="hit">
        <span class="kind second">{{ found.kind | told }}</span>
        <span class="title">{{ found.title }}</span>
        <span class="second small detail">{{ found.detail }}</span>
      </span>
    </ng-template>
  `,
  styles: `
    .box {
      position: relative;
      width: clamp(96px, 20vw - 134px, 170px);
      max-width: 100%;
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
    .hit {
      display: grid;
      grid-template-columns: 84px minmax(120px, auto) minmax(0, 1fr);
      gap: 12px;
      align-items: baseline;
      width: min(560px, calc(100vw - 48px));
    }
    .kind {
      font-size: 11.5px;
    }
    .title,
    .detail {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .detail {
      text-align: end;
    }
    /* Quiet where it is not chosen; on the chosen row as legible as the rest. */
    :host ::ng-deep .dropdown-item:not(.active) .second {
      color: var(--ink-2);
    }
    .box:focus-within .key {
      display: none;
    }
  `,
})
export class Finder {
  readonly #api = inject(ApiClient);
  readonly #router = inject(Router);
  private readonly input = viewChild.required<ElementRef<HTMLInputElement>>('input');

  constructor() {
    inject(KeysService).bind([
      { key: '/', does: $localize`Find pages, blocks, placements and rules`, run: () => this.input().nativeElement.focus() },
    ]);
  }

  protected readonly search = (text$: Observable<string>): Observable<readonly Found[]> =>
    text$.pipe(
      debounceTime(120),
      distinctUntilChanged(),
      switchMap(text => (text.trim() === '' ? of([]) : this.#api.find(text.trim()).pipe(catchError(() => of([]))))),
    );

  protected readonly blank = (): string => '';

  protected go(event: NgbTypeaheadSelectItemEvent<Found>): void {
    event.preventDefault();
    this.input().nativeElement.value = '';
    const { link, query } = placesOf(event.item.kind).foundAt(event.item);
    void this.#router.navigate([...link], { queryParams: query });
  }
}
