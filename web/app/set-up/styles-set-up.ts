import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { StyleRule } from '@core/theme/style-rules';
import { textIn } from '../shared/typed-event';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';

/** Which pages are dressed in which of the theme's styles: by section, by language, or both. */
@Component({
  selector: 'almanac-styles-set-up',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n class="section">Styles</h2>
    <p i18n class="quiet">
      Whole pages in another dress of the theme. The first line that fits a page counts; pages that none fits are as the theme is.
    </p>
    <ol>
      @for (rule of rules(); track $index; let at = $index) {
        <li class="row-line">
          <select
            class="form-select"
            ariaLabel="Style {{ at + 1 }}"
            i18n-ariaLabel
            [disabled]="!mayChange"
            (change)="set(at, { style: textIn($event) })"
          >
            @for (each of styles; track each.name) {
              <option [value]="each.name" [selected]="each.name === rule.style">{{ each.label }}</option>
            }</select
          >&ngsp; <ng-container i18n>for</ng-container>&ngsp;
          <select
            class="form-select"
            ariaLabel="Section of style {{ at + 1 }}"
            i18n-ariaLabel
            [disabled]="!mayChange"
            (change)="set(at, { section: textIn($event) || null })"
          >
            <option i18n value="">all of the site</option>
            @for (each of sections(); track each.id) {
              <option i18n [value]="each.id" [selected]="each.id === rule.section">{{ each.title }} and beneath</option>
            }</select
          >&ngsp; <ng-container i18n>in</ng-container>&ngsp;
          <select
            class="form-select"
            ariaLabel="Language of style {{ at + 1 }}"
            i18n-ariaLabel
            [disabled]="!mayChange"
            (change)="set(at, { locale: textIn($event) || null })"
          >
            <option i18n value="">every language</option>
            @for (each of locales; track each.tag) {
              <option [value]="each.tag" [selected]="each.tag === rule.locale">{{ each.name }}</option>
            }
          </select>
          @if (mayChange) {
            @if (at > 0) {
              <button i18n class="btn-word" ariaLabel="Style {{ at + 1 }} up" i18n-ariaLabel (click)="up(at)">Up</button>
            }
            <button i18n class="btn-word" ariaLabel="Take off style {{ at + 1 }}" i18n-ariaLabel (click)="drop(at)">Take off</button>
          }
          <span class="quiet small">{{ helpOf(rule.style) }} {{ countWords(at) }}</span>
        </li>
      }
    </ol>
    @if (mayChange) {
      <p class="row-line">
        <button i18n class="btn btn-plain" (click)="add()">Add a line</button>
        <button i18n class="btn btn-primary" [disabled]="!isChanged()" (click)="save()">Set these</button>
      </p>
    }
  `,
  styles: `
    ol {
      list-style: none;
      padding: 0;
      margin: 0 0 8px;
    }
    li {
      margin-bottom: 6px;
      flex-wrap: wrap;
    }
    .form-select {
      width: auto;
    }
  `,
})
export class StylesSetUp {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #pages = inject(PagesService).pages;
  protected readonly textIn = textIn;
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly styles = this.#session.site.theme.styles ?? [];
  protected readonly locales = this.#session.site.locales;
  protected readonly sections = computed(() => this.#pages().filter(page => page.depth === 1));
  protected readonly rules = signal<readonly StyleRule[]>(this.#session.site.styles);
  readonly #stored = signal(JSON.stringify(this.rules()));
  protected readonly isChanged = computed(() => JSON.stringify(this.rules()) !== this.#stored());

  protected helpOf(style: string): string {
    return this.styles.find(each => each.name === style)?.help ?? '';
  }

  /** How many pages a line dresses: those that none before it fits. */
  protected countWords(at: number): string {
    const rule = this.rules()[at]!;
    const byId = new Map(this.#pages().map(page => [page.id, page]));
    const isBeneath = (id: string | null, section: string | null): boolean =>
      section === null || (id !== null && (id === section || isBeneath(byId.get(id)?.parentId ?? null, section)));
    const covers = (other: StyleRule) => other.locale === null || other.locale === rule.locale;
    const earlier = this.rules().slice(0, at).filter(covers);
    const count = this.#pages().filter(
      page => isBeneath(page.id, rule.section) && !earlier.some(each => isBeneath(page.id, each.section)),
    ).length;
    return count === 1 ? $localize`1 page.` : $localize`${count} pages.`;
  }

  protected add(): void {
    this.rules.update(all => [...all, { style: this.styles[0]?.name ?? '', section: null, locale: null }]);
  }

  protected set(at: number, change: Partial<StyleRule>): void {
    this.rules.update(all => all.map((each, index) => (index === at ? { ...each, ...change } : each)));
  }

  protected up(at: number): void {
    this.rules.update(all => [...all.slice(0, at - 1), all[at]!, all[at - 1]!, ...all.slice(at + 1)]);
  }

  protected drop(at: number): void {
    this.rules.update(all => all.filter((_, index) => index !== at));
  }

  protected save(): void {
    this.#session.saveSettings({ styles: this.rules().map(each => ({ ...each })) }).subscribe({
      next: () => {
        this.#stored.set(JSON.stringify(this.rules()));
        this.#messages.done($localize`Set. Readers have it from their next page on.`);
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
