import { midSentence } from '@core/tongue/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, type Params } from '@angular/router';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap/dropdown';
import type { SavedFilter } from '@contract/assembling';
import { ApiClient } from '../api/api-client';
import { MessageService } from '../state/message.service';
import { textIn } from './typed-event';

/** One thing to filter by; its name is the name in the address. */
export interface FilterField {
  readonly name: string;
  readonly label: string;
  /** What can be chosen; none makes it a search. */
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
}

/** The filters of a list: in the address, in sight while they hold, gone in one step, and kept under a name if wanted. */
@Component({
  selector: 'almanac-filter-bar',
  imports: [NgbDropdownModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line" role="search">
      @for (field of fields(); track field.name) {
        @if (field.choices; as choices) {
          <select
            class="form-select"
            [class.set]="held(field.name) !== ''"
            [attr.aria-label]="field.label"
            (change)="set(field.name, textIn($event))"
          >
            <option i18n value="">{{ field.label }}: any</option>
            @for (each of choices; track each.value) {
              <option [value]="each.value" [selected]="each.value === held(field.name)">{{ field.label }}: {{ each.label }}</option>
            }
          </select>
        } @else {
          <input
            class="form-control"
            type="search"
            [class.set]="held(field.name) !== ''"
            [attr.aria-label]="field.label"
            [placeholder]="field.label"
            [value]="held(field.name)"
            (input)="set(field.name, textIn($event))"
          />
        }
      }
      <div ngbDropdown #menu="ngbDropdown">
        <button i18n class="btn btn-plain" ngbDropdownToggle>Saved filters</button>
        <div ngbDropdownMenu class="saved">
          @for (each of saved(); track each.name) {
            <div class="row-line">
              <button ngbDropdownItem (click)="use(each)">{{ each.name }}</button>
              <button i18n class="btn-word" ariaLabel="Forget {{ each.name }}" i18n-ariaLabel (click)="forget(each)">Forget</button>
            </div>
          } @empty {
            <p i18n class="quiet none">None kept yet.</p>
          }
          @if (inForce().length > 0) {
            <form class="row-line keep" (submit)="$event.preventDefault(); keep(name.value); menu.close()">
              <input
                #name
                class="form-control"
                aria-label="Name for these filters"
                i18n-aria-label
                placeholder="Name for these filters"
                i18n-placeholder
              />
              <button i18n class="btn btn-plain">Keep</button>
            </form>
          }
        </div>
      </div>
    </div>
    @if (inForce().length > 0) {
      <p class="force">
        <span i18n>Filtered by {{ inForce().join(', ') }}.</span>
        <button i18n class="btn-word" (click)="clear()">Show all</button>
      </p>
    }
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    .form-select,
    .form-control {
      width: auto;
      min-width: 96px;
      max-width: 142px;
      field-sizing: content;
    }
    .form-select.set,
    .form-control.set {
      max-width: min(100%, 300px);
    }
    .set {
      border-color: var(--tide);
      background-color: var(--tide-wash);
    }
    .saved {
      padding: 6px 10px;
      min-width: 250px;
    }
    .saved .row-line {
      justify-content: space-between;
    }
    .none {
      margin: 0;
    }
    .keep {
      border-top: 1px solid var(--hair);
      padding-top: 6px;
      margin-top: 6px;
    }
    .force {
      margin: 4px 0 0;
      color: var(--tide);
    }
  `,
})
export class FilterBar {
  protected readonly textIn = textIn;
  readonly #router = inject(Router);
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly list = input.required<SavedFilter['list']>();
  readonly fields = input.required<readonly FilterField[]>();
  readonly #query = toSignal(inject(ActivatedRoute).queryParams, { initialValue: {} as Params });
  readonly #saved = signal<readonly SavedFilter[]>([]);
  protected readonly saved = computed(() => this.#saved().filter(each => each.list === this.list()));
  /** The filters that hold, in words. */
  protected readonly inForce = computed(() =>
    this.fields().flatMap(field => {
      const value = this.held(field.name);
      if (value === '') return [];
      const word = field.choices?.find(each => each.value === value)?.label ?? `“${value}”`;
      return [`${midSentence(field.label)} ${word}`];
    }),
  );

  constructor() {
    this.#api
      .listSavedFilters()
      .subscribe({ next: saved => this.#saved.set(saved), error: (error: unknown) => this.#messages.problem(error) });
  }

  protected held(name: string): string {
    const value: unknown = this.#query()[name];
    return typeof value === 'string' ? value : '';
  }

  protected set(name: string, value: string): void {
    this.#go({ [name]: value || null });
  }

  protected clear(): void {
    this.#go(Object.fromEntries(this.fields().map(field => [field.name, null])));
  }

  protected use({ query }: SavedFilter): void {
    this.#go(Object.fromEntries(this.fields().map(field => [field.name, query[field.name] ?? null])));
  }

  protected keep(name: string): void {
    const query = Object.fromEntries(this.fields().flatMap(field => (this.held(field.name) ? [[field.name, this.held(field.name)]] : [])));
    if (name.trim() === '') return;
    this.#api.saveFilter({ list: this.list(), name: name.trim(), query }).subscribe({
      next: saved => {
        this.#saved.set(saved);
        this.#messages.done($localize`Kept as “${name.trim()}”.`);
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected forget({ list, name }: SavedFilter): void {
    this.#api
      .dropFilter(list, name)
      .subscribe({ next: saved => this.#saved.set(saved), error: (error: unknown) => this.#messages.problem(error) });
  }

  #go(queryParams: Params): void {
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
