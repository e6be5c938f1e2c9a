import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { writtenLocales } from '@core/locale/site-locale';
import type { Term } from '@core/segments/terms';
import { textIn } from '../shared/typed-event';
import { ApiProblem } from '../api/api-client';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** Terms that the site always says in the same words: translators are shown them, and told where one is missed. */
@Component({
  selector: 'almanac-terms',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n class="section">Terms</h2>
    <p class="row-line">
      <label i18n class="form-label" for="terms-locale">In</label>
      <select class="form-select" id="terms-locale" (change)="tag.set(textIn($event))">
        @for (each of locales; track each.tag) {
          <option [value]="each.tag" [selected]="each.tag === tag()">{{ each.name }}</option>
        }
      </select>
      <span i18n class="quiet small"
        >What is always said in the same words. Whoever writes is shown them, and told where one is missed.</span
      >
      <span class="grow"></span>
      @if (mayChange) {
        <button i18n class="btn btn-plain" (click)="add()">Add a term</button>
        <button i18n class="btn btn-primary" [disabled]="!isChanged()" (click)="save()">Set these</button>
      }
    </p>
    @if (terms().length > 0) {
      <table class="panel">
        <caption i18n class="visually-hidden">
          Terms of the site
        </caption>
        <thead>
          <tr>
            <th scope="col">{{ first.name }}</th>
            <th i18n scope="col">in {{ here()?.name }}; other forms after a comma</th>
            <th i18n scope="col">What it means, or when it is not meant</th>
            <th scope="col"><span i18n class="visually-hidden">Acts</span></th>
          </tr>
        </thead>
        <tbody>
          @for (each of terms(); track $index; let at = $index) {
            <tr>
              <td>
                <input
                  class="form-control"
                  ariaLabel="Term {{ at + 1 }}"
                  i18n-ariaLabel
                  [lang]="first.tag"
                  [class.is-invalid]="faultAt(at)"
                  [disabled]="!mayChange"
                  [value]="each.term"
                  (input)="set(at, { term: textIn($event) })"
                />
                <p class="form-fault">{{ faultAt(at) }}</p>
              </td>
              <td>
                <input
                  class="form-control"
                  ariaLabel="In {{ here()?.name }}: {{ each.term }}"
                  i18n-ariaLabel
                  [lang]="tag()"
                  [dir]="here()?.direction ?? 'ltr'"
                  [disabled]="!mayChange"
                  [value]="each.words[tag()] ?? ''"
                  (input)="say(at, textIn($event))"
                />
              </td>
              <td>
                <input
                  class="form-control"
                  ariaLabel="About {{ each.term }}"
                  i18n-ariaLabel
                  [disabled]="!mayChange"
                  [value]="each.note"
                  (input)="set(at, { note: textIn($event) })"
                />
              </td>
              <td>
                @if (mayChange) {
                  <button i18n class="btn-word" ariaLabel="Take off {{ each.term }}" i18n-ariaLabel (click)="drop(at)">Take off</button>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    } @else {
      <p i18n class="quiet">None yet.</p>
    }
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th,
    td {
      text-align: start;
      padding: 3px 12px;
      font-weight: 400;
      border-bottom: 1px solid #ece6d9;
    }
    thead th {
      font-size: 12px;
      color: var(--ink-2);
    }
    td:last-child {
      white-space: nowrap;
    }
    .form-select {
      width: auto;
    }
    .form-label,
    .form-fault {
      margin: 0;
    }
  `,
})
export class Terms {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  protected readonly textIn = textIn;
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly first = this.#session.site.locales[0]!;
  protected readonly locales = writtenLocales(this.#session.site.locales).slice(1);
  protected readonly tag = signal(this.locales[0]?.tag ?? '');
  protected readonly here = computed(() => this.#session.locale(this.tag()));
  protected readonly terms = signal<readonly Term[]>(this.#session.site.terms);
  readonly #stored = signal(JSON.stringify(this.terms()));
  protected readonly isChanged = computed(() => JSON.stringify(this.terms()) !== this.#stored());
  readonly #problem = signal<ApiProblem | null>(null);

  protected faultAt(at: number): string {
    return this.#problem()?.faultAt(`/terms/${at}`) ?? '';
  }

  protected add(): void {
    this.terms.update(all => [...all, { term: '', note: '', words: {} }]);
  }

  protected set(at: number, change: Partial<Term>): void {
    this.#problem.set(null);
    this.terms.update(all => all.map((each, index) => (index === at ? { ...each, ...change } : each)));
  }

  protected say(at: number, text: string): void {
    const { [this.tag()]: _, ...rest } = this.terms()[at]!.words;
    this.set(at, { words: text.trim() === '' ? rest : { ...rest, [this.tag()]: text } });
  }

  protected drop(at: number): void {
    this.terms.update(all => all.filter((_, index) => index !== at));
  }

  protected save(): void {
    const terms = this.terms().map(each => ({ ...each, words: { ...each.words } }));
    this.#session.saveSettings({ terms }).subscribe({
      next: () => {
        this.#stored.set(JSON.stringify(this.terms()));
        this.#messages.done($localize`Set. Whoever writes has them from now on.`);
      },
      error: (error: unknown) => {
        this.#problem.set(error instanceof ApiProblem ? error : null);
        this.#messages.problem(error);
      },
    });
  }
}
