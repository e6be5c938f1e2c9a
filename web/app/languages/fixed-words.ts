import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { fixedWordsIn, withFixedWord, type FixedWord } from '@core/theme/fixed-words';
import { isOwnLabel } from '@core/theme/own-labels';
import { writtenLocales } from '@core/locale/site-locale';
import type { WordsByLocale } from '@core/theme/words';
import { textIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** The words that stand on every page, in one locale: the site's name, what it is about, and the theme's fixed words. */
@Component({
  selector: 'almanac-fixed-words',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n class="section">Fixed words</h2>
    <p class="row-line">
      <label i18n class="form-label" for="fixed-locale">In</label>
      <select class="form-select" id="fixed-locale" (change)="tag.set(textIn($event))">
        @for (each of locales; track each.tag) {
          <option [value]="each.tag" [selected]="each.tag === tag()">{{ each.name }}</option>
        }
      </select>
      <span class="quiet small">
        @if (missing() === 0) {
          <ng-container i18n>All are said in it.</ng-container>
        } @else {
          <ng-container i18n>{{ missing() }} are read in another language.</ng-container>
        }
      </span>
      <span class="grow"></span>
      <button i18n class="btn btn-primary" [disabled]="!isChanged() || !mayChange" (click)="save()">Set these</button>
    </p>
    <table class="panel">
      <caption i18n class="visually-hidden">
        Words that stand on every page
      </caption>
      <thead>
        <tr>
          <th i18n scope="col">What it says in {{ locales[0]!.name }}</th>
          <th i18n scope="col">in {{ here()?.name }}</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.of + row.name) {
          <tr>
            <th scope="row">
              {{ row.source || '–' }}
              @if (label(row); as text) {
                <span class="quiet small">{{ text }}</span>
              }
            </th>
            <td>
              <input
                class="form-control"
                [class.missing]="row.isMissing"
                ariaLabel="In {{ here()?.name }}: {{ row.of === 'site' ? label(row) : row.source }}"
                i18n-ariaLabel
                [lang]="tag()"
                [dir]="here()?.direction ?? 'ltr'"
                [placeholder]="row.followed"
                [disabled]="!mayChange"
                [value]="row.own"
                (change)="set(row, textIn($event))"
              />
            </td>
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th,
    td {
      width: 50%;
      text-align: start;
      padding: 3px 12px;
      font-weight: 400;
      border-bottom: 1px solid #ece6d9;
    }
    thead th {
      font-size: 12px;
      color: var(--ink-2);
    }
    .missing {
      border-style: dashed;
    }
    .form-select {
      width: auto;
    }
    .form-label {
      margin: 0;
    }
  `,
})
export class FixedWords {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  protected readonly textIn = textIn;
  protected readonly mayChange = this.#session.may('change the site');
  readonly #site = this.#session.site;
  protected readonly locales = writtenLocales(this.#site.locales);
  protected readonly tag = signal(this.locales[1]?.tag ?? this.locales[0]!.tag);
  protected readonly here = computed(() => this.#session.locale(this.tag()));
  readonly #siteWords = signal<WordsByLocale>(this.#site.siteWords);
  readonly #themeWords = signal<WordsByLocale>(this.#site.themeWords);
  readonly #stored = signal(JSON.stringify([this.#siteWords(), this.#themeWords()]));
  protected readonly isChanged = computed(() => JSON.stringify([this.#siteWords(), this.#themeWords()]) !== this.#stored());

  protected readonly rows = computed(() =>
    fixedWordsIn(this.tag(), {
      ...this.#site,
      siteWords: this.#siteWords(),
      themeWords: this.#themeWords(),
      shipped: this.#site.shippedWords,
    }),
  );
  protected readonly missing = computed(() => this.rows().filter(row => row.isMissing).length);

  protected readonly label = ({ of, name }: FixedWord): string =>
    of === 'theme'
      ? isOwnLabel(name)
        ? $localize`word of a type of this site’s own`
        : ''
      : name === 'name'
        ? $localize`name of the site`
        : $localize`what it is about`;

  protected set({ of, name }: FixedWord, text: string): void {
    (of === 'site' ? this.#siteWords : this.#themeWords).update(all => withFixedWord(all, this.tag(), name, text));
  }

  protected save(): void {
    const copied = (words: WordsByLocale) => Object.fromEntries(Object.entries(words).map(([tag, held]) => [tag, { ...held }]));
    this.#session.saveSettings({ siteWords: copied(this.#siteWords()), themeWords: copied(this.#themeWords()) }).subscribe({
      next: () => {
        this.#stored.set(JSON.stringify([this.#siteWords(), this.#themeWords()]));
        this.#messages.done($localize`Set, and in force at once.`);
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
