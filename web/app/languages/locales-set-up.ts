import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { checkTag } from '@core/locale/locale-tag';
import { pseudoOf } from '@core/locale/pseudo-tags';
import { freshLocale, type LocaleState, type SiteLocale } from '@core/locale/site-locale';
import { ApiClient, ApiProblem } from '../api/api-client';
import { choiceIn, isTickedIn, numberIn, textIn } from '../shared/typed-event';
import { FixedWords } from './fixed-words';
import { Terms } from './terms';
import { WordChoicesSetUp } from './word-choices';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

/** In which locales the site is read: what each is called, where it is read, whom it follows, and who reads it yet. */
@Component({
  selector: 'almanac-locales-set-up',
  imports: [FixedWords, Terms, WordChoicesSetUp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table class="panel">
      <caption i18n class="visually-hidden">
        The locales of the site, in the order in which readers are shown them
      </caption>
      <thead>
        <tr>
          <th i18n scope="col">Locale</th>
          <th i18n scope="col">Its own name</th>
          <th i18n scope="col">Read at</th>
          <th i18n scope="col">What it has no words for is read in</th>
          <th i18n scope="col">Read by</th>
          <th scope="col"><span i18n class="visually-hidden">Acts</span></th>
        </tr>
      </thead>
      <tbody>
        @for (locale of locales(); track locale.tag; let at = $index) {
          <tr>
            <th scope="row">
              <span class="code">{{ locale.tag }}</span>
              @if (at === 0) {
                <span i18n class="chip">the first</span>
              }
            </th>
            <td>
              <div class="row-line">
                <input
                  class="form-control name"
                  ariaLabel="Own name of {{ locale.tag }}"
                  i18n-ariaLabel
                  [lang]="locale.tag"
                  [dir]="locale.direction"
                  [value]="locale.name"
                  [disabled]="!mayChange"
                  (input)="set(at, { name: textIn($event) })"
                />
                <select
                  class="form-select direction"
                  ariaLabel="Direction of {{ locale.tag }}"
                  i18n-ariaLabel
                  [disabled]="!mayChange"
                  (change)="set(at, { direction: directionIn($event) })"
                >
                  <option i18n value="ltr" [selected]="locale.direction === 'ltr'">left to right</option>
                  <option i18n value="rtl" [selected]="locale.direction === 'rtl'">right to left</option>
                </select>
              </div>
              <p class="form-fault">{{ faultAt(at, 'name') }}</p>
            </td>
            <td>
              @if (at === 0) {
                <span i18n class="code quiet">/visit</span>
              } @else {
                <input
                  class="form-control code place"
                  ariaLabel="Prefix or host of {{ locale.tag }}"
                  i18n-ariaLabel
                  [value]="locale.host || locale.prefix"
                  [disabled]="!mayChange"
                  (input)="place(at, textIn($event))"
                />
                <span class="code quiet address">{{ addressOf(locale) }}</span>
              }
              <p class="form-fault">{{ faultAt(at, 'prefix') || faultAt(at, 'host') }}</p>
            </td>
            <td>
              @if (at > 0) {
                <select
                  class="form-select"
                  ariaLabel="What {{ locale.tag }} follows"
                  i18n-ariaLabel
                  [disabled]="!mayChange"
                  (change)="set(at, { follows: textIn($event) })"
                >
                  <option value="">{{ locales()[0]!.name }}</option>
                  @for (other of locales().slice(1); track other.tag) {
                    @if (other.tag !== locale.tag) {
                      <option [value]="other.tag" [selected]="other.tag === locale.follows">{{ other.name }}</option>
                    }
                  }
                </select>
              }
              @if (at > 0 && !isMadeByRule(locale.tag)) {
                <label class="row-line small">
                  <input
                    class="form-check-input"
                    type="checkbox"
                    [disabled]="!mayChange"
                    [checked]="locale.isWhole ?? false"
                    (change)="set(at, { isWhole: isTickedIn($event) })"
                  />
                  <ng-container i18n>everything is to be written</ng-container>
                </label>
              }
              <p class="form-fault">{{ faultAt(at, 'follows') }}</p>
            </td>
            <td>
              @if (at === 0) {
                <span i18n class="quiet">everybody</span>
              } @else {
                <select
                  class="form-select"
                  ariaLabel="Who reads {{ locale.tag }}"
                  i18n-ariaLabel
                  [disabled]="!mayChange"
                  (change)="set(at, { state: stateIn($event) })"
                >
                  @for (each of states; track each.value) {
                    <option [value]="each.value" [selected]="each.value === locale.state">{{ each.label }}</option>
                  }
                </select>
              }
              <p class="form-fault">{{ faultAt(at, 'state') }}</p>
            </td>
            <td class="acts">
              @if (mayChange) {
                @if (at > 1) {
                  <button i18n class="btn-word" ariaLabel="Move {{ locale.tag }} up" i18n-ariaLabel (click)="move(at, -1)">Up</button>
                }
                @if (at === 1) {
                  <button i18n class="btn-word" ariaLabel="Make {{ locale.tag }} the first" i18n-ariaLabel (click)="makeFirst(at)">
                    Make first
                  </button>
                }
                @if (at > 0) {
                  <button i18n class="btn-word" ariaLabel="Take off {{ locale.tag }}" i18n-ariaLabel (click)="drop(at)">Take off</button>
                }
              }
            </td>
          </tr>
        }
      </tbody>
    </table>
    @if (mayChange) {
      <form class="row-line add" (submit)="$event.preventDefault(); add(tag.value)">
        <label i18n class="form-label" for="new-locale">Add a locale</label>
        <input
          #tag
          class="form-control code"
          id="new-locale"
          placeholder="cy, de-AT, zh-Hant"
          i18n-placeholder
          aria-describedby="new-locale-about"
        />
        <button i18n class="btn btn-plain">Add</button>
        @for (each of pseudo; track each.tag) {
          @if (!has(each.tag)) {
            <button type="button" class="btn-word" [title]="each.help" (click)="add(each.tag)">{{ each.label }}</button>
          }
        }
        <span id="new-locale-about" class="small" role="status">
          {{ addFault().detail }}
          @for (each of addFault().nearest; track each) {
            <button i18n type="button" class="btn-word" (click)="tag.value = each; add(each)">Take {{ each }}</button>
          }
        </span>
      </form>
      @if (sentences().length > 0) {
        <section class="panel what" aria-live="polite">
          <h2 i18n>What this does</h2>
          <ul>
            @for (sentence of sentences(); track sentence) {
              <li>{{ sentence }}</li>
            }
          </ul>
        </section>
      }
      <p class="row-line">
        <button i18n class="btn btn-plain" [disabled]="!isChanged()" (click)="ask()">What does this do?</button>
        <button i18n class="btn btn-primary" [disabled]="!isChanged() || !isAsked()" (click)="save()">Set this</button>
        @if (isChanged() && !isAsked()) {
          <span i18n class="quiet small">First look at what it does.</span>
        }
      </p>
    } @else {
      <p i18n class="notice-line">Locales are set by managers and administrators of the whole site.</p>
    }
    <p class="row-line">
      <label i18n class="form-label" for="behind-after">Words that are behind are something wrong after</label>
      <input
        class="form-control days"
        id="behind-after"
        type="number"
        min="0"
        max="3650"
        [disabled]="!mayChange"
        [value]="behindAfterDays"
        (change)="setDays(numberIn($event))"
      />
      <ng-container i18n>days.</ng-container>
    </p>
    <almanac-fixed-words />
    <almanac-terms />
    <almanac-word-choices />
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
    }
    th,
    td {
      text-align: start;
      vertical-align: top;
      padding: 6px 12px;
      border-bottom: 1px solid #ece6d9;
      font-weight: 400;
    }
    thead th {
      font-size: 12px;
      color: var(--ink-2);
    }
    tbody th > * {
      margin-inline-end: 8px;
    }
    tbody th {
      font-weight: 600;
      white-space: nowrap;
    }
    .form-select {
      width: auto;
    }
    .name {
      width: 196px;
    }
    .direction {
      font-size: 12px;
    }
    .days {
      width: 80px;
    }
    .place {
      width: 104px;
      display: inline-block;
    }
    .address {
      white-space: nowrap;
      margin-inline-start: 8px;
      font-size: 12px;
    }
    .form-fault {
      margin: 0;
    }
    .form-fault:empty {
      display: none;
    }
    .acts {
      white-space: nowrap;
      text-align: end;
    }
    .acts .btn-word {
      margin-inline-start: 10px;
    }
    .add {
      margin: 10px 0;
    }
    .add .form-control {
      width: 190px;
    }
    .add .form-label {
      margin: 0;
    }
    .what {
      padding: 8px 16px 10px;
      margin-bottom: 10px;
      max-width: 900px;
    }
    .what ul {
      margin: 0;
      padding-inline-start: 18px;
    }
  `,
})
export class LocalesSetUp {
  readonly #session = inject(SessionService);
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly textIn = textIn;
  protected readonly states: readonly { readonly value: LocaleState; readonly label: string }[] = [
    { value: 'open', label: $localize`everybody` },
    { value: 'staff', label: $localize`the staff, until it is ready` },
    { value: 'off', label: $localize`nobody` },
  ];
  protected readonly isTickedIn = isTickedIn;
  protected readonly numberIn = numberIn;
  protected readonly isMadeByRule = (tag: string): boolean => pseudoOf(tag) !== null;
  protected readonly behindAfterDays = this.#session.site.behindAfterDays;
  protected readonly directionIn = choiceIn<SiteLocale['direction']>;
  /** Locales whose words are made by a rule, to look through the site with. */
  protected readonly pseudo = [
    {
      tag: 'en-XA',
      label: $localize`One with stretched letters`,
      help: $localize`Longer words with accents: what stays plain cannot be translated, what is cut off is too narrow.`,
    },
    {
      tag: 'ar-XB',
      label: $localize`One from right to left`,
      help: $localize`The first language set from right to left: what stands wrongly there stands wrongly in Arabic.`,
    },
  ];
  readonly #stored = signal(JSON.stringify(this.#session.site.locales));
  protected readonly locales = signal<readonly SiteLocale[]>(this.#session.site.locales);
  protected readonly isChanged = computed(() => JSON.stringify(this.locales()) !== this.#stored());
  protected readonly sentences = signal<readonly string[]>([]);
  /** What was last looked at; nothing is set that nobody has looked at. */
  readonly #asked = signal('');
  protected readonly isAsked = computed(() => this.#asked() === JSON.stringify(this.locales()));
  protected readonly addFault = signal<{ readonly detail: string; readonly nearest: readonly string[] }>({ detail: '', nearest: [] });
  readonly #problem = signal<ApiProblem | null>(null);

  protected faultAt(at: number, field: string): string {
    return this.#problem()?.faultAt(`/locales/${at}/${field}`) ?? '';
  }

  protected stateIn(event: Event): LocaleState {
    return textIn(event) as LocaleState;
  }

  protected addressOf({ host, prefix }: SiteLocale): string {
    return host ? `${host}/visit` : `/${prefix}/visit`;
  }

  protected set(at: number, change: Partial<SiteLocale>): void {
    this.locales.update(all => all.map((each, index) => (index === at ? { ...each, ...change } : each)));
  }

  /** What holds a full stop is a host, anything else a prefix. */
  protected place(at: number, typed: string): void {
    const text = typed.trim().replace(/^\/+/, '');
    this.set(at, text.includes('.') && text !== '..' ? { host: text, prefix: '' } : { host: '', prefix: text });
  }

  protected setDays(days: number): void {
    this.#session.saveSettings({ behindAfterDays: days }).subscribe({
      next: () => this.#messages.done($localize`Set, and in force at once.`),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  protected has(tag: string): boolean {
    return this.locales().some(each => each.tag === tag);
  }

  protected add(typed: string): void {
    const check = checkTag(typed);
    if (check.kind === 'refused') return this.addFault.set(check);
    if (this.#session.locale(check.tag) ?? this.locales().find(each => each.tag === check.tag))
      return this.addFault.set({ detail: $localize`The site has this locale already.`, nearest: [] });
    this.addFault.set({ detail: '', nearest: [] });
    this.locales.update(all => [...all, freshLocale(check.tag, all)]);
  }

  protected drop(at: number): void {
    const { tag } = this.locales()[at]!;
    this.locales.update(all =>
      all.filter((_, index) => index !== at).map(each => (each.follows === tag ? { ...each, follows: '' } : each)),
    );
  }

  protected move(at: number, by: number): void {
    this.locales.update(all => {
      const others = all.filter((_, index) => index !== at);
      return [...others.slice(0, at + by), all[at]!, ...others.slice(at + by)];
    });
  }

  /** The first has no prefix and follows nobody; the one before gets a prefix like any other. */
  protected makeFirst(at: number): void {
    this.locales.update(all => {
      const [first] = all;
      const next: SiteLocale = { ...all[at]!, prefix: '', host: '', follows: '', state: 'open' };
      const before: SiteLocale = { ...first!, prefix: first!.tag.toLowerCase() };
      const rest = all.filter((_, index) => index !== at && index !== 0);
      return [next, before, ...rest.map(each => (each.follows === next.tag ? { ...each, follows: '' } : each))];
    });
  }

  protected ask(): void {
    const locales = this.locales();
    this.#api.reportLocales(locales).subscribe({
      next: ({ sentences }) => {
        this.#problem.set(null);
        this.sentences.set(sentences.length > 0 ? sentences : [$localize`Nothing that readers notice but the order of the languages.`]);
        this.#asked.set(JSON.stringify(locales));
      },
      error: (error: unknown) => this.#refused(error),
    });
  }

  protected save(): void {
    this.#session.saveLocales(this.locales()).subscribe({
      next: () => {
        this.#stored.set(JSON.stringify(this.locales()));
        this.sentences.set([]);
        this.#problem.set(null);
        this.#messages.done($localize`Set, and in force at once.`);
      },
      error: (error: unknown) => this.#refused(error),
    });
  }

  #refused(error: unknown): void {
    this.sentences.set([]);
    this.#problem.set(error instanceof ApiProblem ? error : null);
    this.#messages.problem(error);
  }
}
