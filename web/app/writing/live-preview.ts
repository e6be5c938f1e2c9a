import { midSentence } from '@core/tongue/say';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { View, ViewRequest } from '@contract/messages';
import { catchError, debounceTime, map, of, switchMap } from 'rxjs';
import { widthWords } from '../arrange/width-choice';
import { ApiClient, ApiProblem } from '../api/api-client';
import { Sheet } from '../arrange/sheet';
import { SessionService } from '../state/session.service';
import { rowNumbers } from '../shared/row-numbers';

/** A page as readers would have it with unsaved changes, at a width of the theme. */
@Component({
  selector: 'almanac-live-preview',
  imports: [Sheet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>
        @if (view(); as shown) {
          <ng-container i18n>On “{{ shown.page.title }}”</ng-container>
        } @else {
          <ng-container i18n>Preview</ng-container>
        }
      </h2>
      <span class="grow"></span>
      @for (each of widths; track each.name) {
        <button
          class="btn-word"
          [attr.aria-pressed]="width() === each.pixels"
          [class.on]="width() === each.pixels"
          (click)="width.set(each.pixels)"
        >
          {{ each.words }}
        </button>
      }
      @if (block() && highlighted()) {
        <button i18n class="btn-word" [attr.aria-pressed]="isCropped()" [class.on]="isCropped()" (click)="isCropped.set(!isCropped())">
          as wide as {{ regionWord() }}
        </button>
      }
    </div>
    @if (view()?.sight; as sight) {
      @if (!sight.isInSight) {
        <p i18n class="notice-line">Nothing of it can be seen yet: it shows to nobody, or not within the next years.</p>
      } @else if (!sight.isAsAsked) {
        <p i18n class="small quiet seen">Shown {{ sight.words }}.</p>
      }
    }
    @if (answer()?.fault; as fault) {
      <p class="notice-line">{{ fault }}</p>
    }
    @if (view(); as view) {
      <almanac-sheet
        [html]="view.html"
        [width]="width()"
        [targets]="[]"
        [numbers]="numbers()"
        [selected]="highlighted()"
        [isCropped]="isCropped()"
        [margin]="14"
      />
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
      height: 100%;
    }
    .head {
      display: flex;
      gap: 12px;
      align-items: baseline;
      padding-bottom: 6px;
    }
    .seen {
      margin: 0 0 6px;
    }
    almanac-sheet {
      flex: 1;
      min-height: 0;
    }
    .on {
      text-decoration: underline;
      text-underline-offset: 3px;
    }
  `,
})
export class LivePreview {
  readonly #api = inject(ApiClient);
  /** The page to look at; empty shows nothing yet. */
  readonly page = input.required<string>();
  readonly changes = input.required<ViewRequest['changes']>();
  /** The block to mark. */
  readonly block = input('');
  /** The locale it is looked at in; empty is the first. */
  readonly locale = input('');
  /** What is to be seen, from wherever it shows; empty looks as anyone now. */
  readonly showing = input('');
  protected readonly widths = (['phone', 'tablet', 'desk'] as const).map(name => ({
    name,
    words: widthWords[name],
    pixels: inject(SessionService).site.theme.widths[name],
  }));
  protected readonly width = signal(this.widths[1]!.pixels);
  readonly #question = computed(() => ({
    page: this.page(),
    changes: this.changes(),
    showing: this.showing() || null,
    locale: this.locale() || null,
  }));
  #last: View | null = null;
  protected readonly answer = toSignal(
    toObservable(this.#question).pipe(
      debounceTime(250),
      switchMap(({ page, changes, showing, locale }) =>
        page === ''
          ? of(null)
          : this.#api
              .view({
                vantage: { page, reader: { signedIn: false, roles: [], memberships: [] }, moment: null, locale },
                withEditions: [],
                changes: [...changes],
                showing,
              })
              .pipe(
                map(view => ({ view: (this.#last = view), fault: null as string | null })),
                // The last good picture stays while something is incomplete.
                catchError((error: unknown) => of({ view: this.#last, fault: faultWords(error) })),
              ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly view = computed(() => this.answer()?.view ?? null);
  readonly #rows = computed(() => this.view()?.targets.flatMap(target => target.rows) ?? []);
  protected readonly numbers = computed(() => rowNumbers(this.view()));
  protected readonly isCropped = signal(false);
  /** The region in which the block stands on this page. */
  protected readonly regionWord = computed(() => {
    const held = this.view()?.targets.find(target => target.rows.some(row => row.placementId === this.highlighted()));
    return held ? midSentence(held.label) : $localize`it is`;
  });
  protected readonly highlighted = computed(
    () => this.#rows().find(row => row.blockId === this.block() && row.number !== null)?.placementId ?? '',
  );
}

/** Why it cannot be shown as it is written: what is wrong with the value is said without where in the request it lies. */
function faultWords(error: unknown): string | null {
  const first = error instanceof ApiProblem ? error.problem.errors?.[0] : undefined;
  if (first) return $localize`Not shown as it is written now: ${first.pointer.slice(first.pointer.lastIndexOf('/') + 1)}, ${first.detail}`;
  return error instanceof Error ? error.message : null;
}
