import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { ListingFound, ListingQuestionWish } from '@contract/listing';
import { catchError, debounceTime, distinctUntilChanged, of, switchMap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { WhenPipe } from '../shared/when-pipe';

/** How long words are left to come to rest before it is asked, in milliseconds. */
const rest = 250;

/** What a listing holds as it is set, with why each page is in it and why the next ones are not. */
@Component({
  selector: 'almanac-listed-pages',
  imports: [RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>What it lists now, to anyone</h3>
    @if (found(); as found) {
      <ol>
        @for (row of found.rows.slice(0, mostShown); track row.id) {
          <li>
            <a [routerLink]="['/pages', row.id]">{{ row.title }}</a>&ngsp;<span class="quiet">{{ row.why }}</span>
          </li>
        } @empty {
          <li i18n class="quiet">Nothing.</li>
        }
      </ol>
      @if (found.rows.length > mostShown) {
        <p i18n class="quiet">And {{ found.rows.length - mostShown }} more.</p>
      }
      @if (found.changesAt) {
        <p class="quiet">
          <ng-container i18n>It changes by itself on {{ found.changesAt | when }}.</ng-container>
        </p>
      }
      @if (found.out.length > 0) {
        <details>
          <summary i18n>Not in it ({{ found.outCount }})</summary>
          <ul>
            @for (row of found.out; track row.id) {
              <li>
                {{ row.title }}&ngsp;<span class="quiet">{{ row.why }}</span>
              </li>
            }
          </ul>
        </details>
      }
    } @else {
      <p i18n class="quiet">It cannot be listed as it is set.</p>
    }
  `,
  styles: `
    ol,
    ul {
      margin: 0;
      padding-left: 22px;
    }
    p {
      margin: 2px 0;
    }
  `,
})
export class ListedPages {
  readonly #api = inject(ApiClient);
  readonly question = input.required<ListingQuestionWish>();
  protected readonly mostShown = 12;
  protected readonly found = toSignal(
    toObservable(this.question).pipe(
      debounceTime(rest),
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
      // What is only half set is shown as soon as it is whole: its faults stand at their fields.
      switchMap(question => this.#api.readListing(question).pipe(catchError(() => of(null)))),
    ),
    { initialValue: null as ListingFound | null },
  );
}
