import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { CoverageTable } from '@contract/languages';
import { countOf } from '@core/format/moment';
import { writtenLocales } from '@core/locale/site-locale';
import { forkJoin, map } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { saveFile } from '../shared/save-table';
import { choiceIn, isTickedIn, textIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { coverageKinds, isUnfinished } from './coverage-kinds';
import { TakeIn } from './take-in';

type Kind = (typeof coverageKinds)[number]['value'];

/** Words that go out to translators who work elsewhere, and what they send back. */
@Component({
  selector: 'almanac-out-and-in',
  imports: [RouterLink, TakeIn],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 i18n>Out and in</h1>
    <p i18n class="quiet">
      For translators who work with tools of their own. <a routerLink="/languages">The table of what is written</a> is there for those who
      write here.
    </p>
    <h2 i18n class="section">Send out</h2>
    <div class="choices">
      <label
        ><span i18n>Into</span>
        <select class="form-select" (change)="tag.set(textIn($event))">
          @for (each of targets(); track each.tag) {
            <option [value]="each.tag" [selected]="each.tag === tag()">{{ each.name }}</option>
          }
        </select>
      </label>
      <label
        ><span i18n>Section</span>
        <select class="form-select" (change)="section$.set(textIn($event))">
          <option i18n value="">all of the site</option>
          @for (each of sections(); track each.id) {
            <option [value]="each.id" [selected]="each.id === section$()">{{ each.title }}</option>
          }
        </select>
      </label>
      <label
        ><span i18n>Which words</span>
        <select class="form-select" (change)="only.set(choiceIn($event))">
          <option i18n value="unfinished" [selected]="only() === 'unfinished'">missing or behind</option>
          <option i18n value="all" [selected]="only() === 'all'">all</option>
        </select>
      </label>
      <fieldset class="row-line">
        <legend i18n class="visually-hidden">Of what</legend>
        @for (each of kinds; track each.value) {
          <label class="row-line">
            <input
              class="form-check-input"
              type="checkbox"
              [checked]="chosen().includes(each.value)"
              (change)="choose(each.value, isTickedIn($event))"
            />
            {{ each.label }} <span class="quiet small">{{ countIn(each.value) }}</span>
          </label>
        }
      </fieldset>
    </div>
    <p class="row-line">
      <button i18n class="btn btn-primary" [disabled]="ids().length === 0 || isBusy()" (click)="send('xliff')">
        Send out {{ words(ids().length) }} as XLIFF
      </button>
      <button i18n class="btn btn-plain" [disabled]="isBusy()" (click)="send('csv')">Lines and fixed words as CSV</button>
      @if (elsewhere() > 0) {
        <span i18n class="quiet small">{{ words(elsewhere()) }} began in another language and stay here.</span>
      }
    </p>
    <p i18n class="quiet small">
      XLIFF 2.1 holds all text with its links and emphasis as codes; what is behind says so, with what it was made from. The table holds
      titles, menus, captions and the words that stand on every page, for a spreadsheet.
    </p>
    <almanac-take-in />
  `,
  styles: `
    :host {
      display: block;
      padding: 14px 20px 30px;
      max-width: 1100px;
    }
    .choices {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 8px 16px;
      margin: 8px 0 12px;
    }
    .choices > label {
      display: grid;
      gap: 2px;
      font-weight: 600;
    }
    fieldset {
      gap: 14px;
    }
  `,
})
export class OutAndIn {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #session = inject(SessionService);
  readonly #pages = inject(PagesService).pages;
  /** As the table of what is written was filtered. */
  readonly locale = input<string>();
  readonly section = input<string>();
  protected readonly textIn = textIn;
  protected readonly choiceIn = choiceIn<'unfinished' | 'all'>;
  protected readonly isTickedIn = isTickedIn;
  protected readonly kinds = coverageKinds;
  protected readonly isBusy = signal(false);
  protected readonly only = signal<'unfinished' | 'all'>('unfinished');
  protected readonly chosen = signal<readonly Kind[]>(['page', 'block']);
  readonly #first = this.#session.site.locale;
  protected readonly targets = computed(() => writtenLocales(this.#session.site.locales).filter(each => each.tag !== this.#first));
  protected readonly tag = linkedSignal(() => this.locale() ?? this.#mine() ?? this.targets()[0]?.tag ?? '');
  protected readonly section$ = linkedSignal(() => this.section() ?? '');
  protected readonly sections = computed(() => this.#pages().filter(page => page.depth === 1));
  readonly #tables = toSignal(
    forkJoin(
      Object.fromEntries(coverageKinds.map(({ value }) => [value, this.#api.readCoverage(value)])) as Record<
        Kind,
        ReturnType<ApiClient['readCoverage']>
      >,
    ).pipe(map((tables): Partial<Record<Kind, CoverageTable>> => tables)),
    { initialValue: {} as Partial<Record<Kind, CoverageTable>> },
  );

  /** What would go out, and what would not since it began elsewhere. */
  readonly #rows = computed(() => {
    const [tag, section, only] = [this.tag(), this.section$(), this.only()];
    return (kind: Kind) => {
      const table = this.#tables()[kind];
      const [at, first] = [tag, this.#first].map(each => table?.locales.indexOf(each) ?? -1);
      if (!table || at! < 0) return { sent: [], elsewhere: 0 };
      const wanted = table.rows.filter(
        row => (section === '' || row.section === '' || row.section === section) && row.cells[at!]![0] !== 'b',
      );
      const fit = wanted.filter(({ cells }) => only === 'all' || isUnfinished(cells[at!]!));
      const sent = fit.filter(({ cells }) => cells[first!]![0] === 'b');
      return { sent: sent.map(row => row.id), elsewhere: fit.length - sent.length };
    };
  });
  protected readonly ids = computed(() => this.chosen().flatMap(kind => this.#rows()(kind).sent));
  protected readonly elsewhere = computed(() => this.chosen().reduce((sum, kind) => sum + this.#rows()(kind).elsewhere, 0));

  protected countIn(kind: Kind): number {
    return this.#rows()(kind).sent.length;
  }

  protected words(count: number): string {
    return countOf(count, 'record');
  }

  protected choose(kind: Kind, isChosen: boolean): void {
    this.chosen.update(all => coverageKinds.map(each => each.value).filter(each => (each === kind ? isChosen : all.includes(each))));
  }

  protected send(as: 'xliff' | 'csv'): void {
    const ids = as === 'csv' ? [...new Set([...this.ids(), ...this.#rows()('menu').sent])] : [...this.ids()];
    this.isBusy.set(true);
    this.#api.sendOut({ locale: this.tag(), ids: ids.slice(0, mostSent), only: this.only(), as, fixedWords: as === 'csv' }).subscribe({
      next: bytes => {
        this.isBusy.set(false);
        saveFile(`words-${this.tag()}.${as === 'csv' ? 'csv' : 'xlf'}`, bytes);
        const left = ids.length - mostSent;
        this.#messages.done(
          left > 0 ? $localize`Written to a file. ${left} records did not fit: send them out by section.` : $localize`Written to a file.`,
        );
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        this.#messages.problem(error);
      },
    });
  }

  #mine(): string | undefined {
    return this.#session.grants.flatMap(each => each.locales)[0];
  }
}

/** The most records that go out in one file. */
const mostSent = 10_000;
