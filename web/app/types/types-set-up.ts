import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import type { TypesReport, TypesTold } from '@contract/types';
import { noSiteTypes, type SiteField, type SiteType, type SiteTypes } from '@core/site-types/site-type';
import { ApiClient, ApiProblem } from '../api/api-client';
import { saveFile } from '../shared/save-table';
import { BrowserStore } from '../state/browser-store';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { FieldRows } from './field-rows';
import { TypeForm } from './type-form';

/** What was changed and not set, with the tag of what it was made from. */
interface Kept {
  readonly types: SiteTypes;
  readonly madeFrom: string;
}

const storeKey = 'types not set';

/** How long typing rests before it is worked out what it does, in milliseconds. */
const restsFor = 500;

/** What is open: a type by its place, or the fields that types share. */
type Open = number | 'shared' | null;

/** The types that the site has made without code, and what a change of them does to every record. */
@Component({
  selector: 'almanac-types-set-up',
  imports: [TypeForm, FieldRows],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="split">
      <div>
        <p i18n class="quiet">
          Types of page and block of this site’s own, made from fields. What is written as one of them is edited, placed, listed and
          translated like everything else.
        </p>
        <ul class="panel">
          @for (type of wanted().types; track $index; let at = $index) {
            <li [class.on]="open() === at">
              <button type="button" class="btn-word" [attr.aria-pressed]="open() === at" (click)="open.set(at)">
                {{ type.label || unnamed }}
              </button>
              <span class="quiet">
                @if (type.of === 'page') {
                  <ng-container i18n>pages</ng-container>
                } @else {
                  <ng-container i18n>blocks</ng-container>
                }
                · {{ countOf(type) }}
              </span>
            </li>
          } @empty {
            <li i18n class="quiet">There is none yet.</li>
          }
          <li [class.on]="open() === 'shared'">
            <button i18n type="button" class="btn-word" [attr.aria-pressed]="open() === 'shared'" (click)="open.set('shared')">
              Fields that types share
            </button>
            <span class="quiet">{{ wanted().shared.length }}</span>
          </li>
        </ul>
        @if (mayChange) {
          <p class="row-line buttons">
            <button i18n type="button" class="btn btn-plain" (click)="add()">Make a type</button>
            <label class="btn btn-plain"
              ><ng-container i18n>From a file</ng-container
              ><input type="file" accept="application/json" class="visually-hidden" (change)="read($event)"
            /></label>
            @if (told()?.isUndoable && !isChanged()) {
              <button i18n type="button" class="btn btn-plain" (click)="undo()">Take the last change back</button>
            }
          </p>
        }
      </div>
      <div>
        @if (current(); as at) {
          <div class="panel form">
            <almanac-type-form [types]="wanted()" [at]="at.at" [isNew]="isNew(at.at)" (typeChange)="setType(at.at, $event)" />
            <p class="row-line foot">
              <button i18n type="button" class="btn-word" (click)="keepAsFile(at.at)">Keep as a file</button>
              <span class="grow"></span>
              @if (mayChange) {
                <button i18n type="button" class="btn-word" (click)="drop(at.at)">Take this type out</button>
              }
            </p>
          </div>
        } @else if (open() === 'shared') {
          <div class="panel form">
            <p i18n class="quiet">Set here once and used in several types: a change of one is a change of all of them.</p>
            <almanac-field-rows [fields]="wanted().shared" (fieldsChange)="setShared($event)" />
          </div>
        }
        @if (isChanged()) {
          <section class="panel effects" aria-live="polite">
            <h2 i18n>What this does</h2>
            @if (isFromBefore()) {
              <p i18n class="quiet">You changed this before and did not set it; it is as you left it.</p>
            }
            @if (isOvertaken()) {
              <p i18n class="form-fault">Somebody has set other types since. Yours would take the place of theirs, as told here.</p>
            }
            @if (fault(); as fault) {
              <p class="form-fault" role="alert">{{ fault }}</p>
            } @else if (report(); as report) {
              @for (each of report.effects; track $index) {
                <details>
                  <summary>
                    <b>{{ each.label }}</b> {{ each.words }}
                    @if (each.isLoss) {
                      <span i18n class="chip ember">look at this</span>
                    }
                  </summary>
                  @if (each.records.length > 0) {
                    <ul>
                      @for (record of each.records; track record.id) {
                        <li>
                          {{ record.title }}
                          @if (record.before || record.after) {
                            <span class="quiet"
                              >{{ record.before }}
                              @if (record.after) {
                                &ngsp;→ {{ record.after }}
                              }
                            </span>
                          }
                        </li>
                      }
                      @if (each.count > each.records.length) {
                        <li i18n class="quiet">and {{ each.count - each.records.length }} more</li>
                      }
                    </ul>
                  }
                </details>
              }
            } @else {
              <p i18n class="quiet">Being worked out…</p>
            }
            @if (mayChange) {
              <p class="row-line">
                <button i18n type="button" class="btn btn-primary" [disabled]="!report() || fault() !== ''" (click)="save()">
                  Set these types
                </button>
                <button i18n type="button" class="btn btn-plain" (click)="leave()">Leave them as they were</button>
              </p>
            }
          </section>
        }
      </div>
    </div>
  `,
  styles: `
    .split {
      display: grid;
      grid-template-columns: 280px minmax(0, 1fr);
      gap: 20px;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 4px 14px;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 0 10px;
      min-height: 28px;
    }
    li.on .btn-word {
      font-weight: 650;
    }
    .buttons {
      flex-wrap: wrap;
      margin-top: 8px;
    }
    .form,
    .effects {
      padding: 10px 14px;
      margin-bottom: 10px;
    }
    .effects h2 {
      font-size: 15px;
      margin: 0 0 6px;
    }
    summary {
      cursor: pointer;
      min-height: 26px;
    }
    .foot {
      margin: 8px 0 0;
    }
  `,
})
export class TypesSetUp {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #store = inject(BrowserStore);
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly unnamed = $localize`A new type`;
  protected readonly told = signal<TypesTold | null>(null);
  protected readonly wanted = signal<SiteTypes>(noSiteTypes);
  protected readonly open = signal<Open>(null);
  protected readonly report = signal<TypesReport | null>(null);
  protected readonly fault = signal('');
  /** What is shown was changed at another time, and not set. */
  protected readonly isFromBefore = signal(false);
  /** The tag of what it was made from. */
  readonly #madeFrom = signal('');
  /** What it was made from is not what holds now. */
  protected readonly isOvertaken = computed(() => this.told()?.tag !== this.#madeFrom());
  protected readonly isChanged = computed(
    () => this.told() !== null && JSON.stringify(this.wanted()) !== JSON.stringify(this.told()!.types),
  );
  /** The type that is open, wrapped so that the first one counts. */
  protected readonly current = computed(() => {
    const at = this.open();
    return typeof at === 'number' && at < this.wanted().types.length ? { at } : null;
  });

  constructor() {
    this.#api.readTypes().subscribe({ next: told => this.#begin(told), error: (error: unknown) => this.#messages.problem(error) });
    effect(done => {
      const wanted = this.wanted();
      if (!this.isChanged()) return;
      const timer = setTimeout(() => this.#check(wanted), restsFor);
      done(() => clearTimeout(timer));
    });
  }

  // Nothing that somebody typed is lost where they go elsewhere before it is set.
  #begin(told: TypesTold): void {
    const kept = this.mayChange ? this.#store.read<Kept>(storeKey) : null;
    this.#take(told);
    if (!kept) return;
    this.wanted.set(kept.types);
    this.isFromBefore.set(true);
    this.#madeFrom.set(kept.madeFrom);
    const changed = kept.types.types.findIndex((each, at) => JSON.stringify(each) !== JSON.stringify(told.types.types[at]));
    this.open.set(changed < 0 ? 'shared' : changed);
  }

  #take(told: TypesTold): void {
    this.told.set(told);
    this.wanted.set(told.types);
    this.isFromBefore.set(false);
    this.#madeFrom.set(told.tag);
    this.report.set(null);
    this.fault.set('');
  }

  #check(wanted: SiteTypes): void {
    this.#api.checkTypes(wanted).subscribe({
      next: report => {
        this.report.set(report);
        this.fault.set('');
      },
      error: (error: unknown) => this.fault.set(faultWords(error)),
    });
  }

  protected countOf({ of, name }: SiteType): number {
    return this.told()?.counts[`${of} ${name}`] ?? 0;
  }

  protected isNew(at: number): boolean {
    const type = this.wanted().types[at]!;
    return !this.told()?.types.types.some(each => each.of === type.of && each.name === type.name);
  }

  protected add(): void {
    const type: SiteType = { of: 'page', name: '', label: '', description: '', fields: [], renditions: {}, isKeptFromNew: false, isKeptFromLists: false, steps: [] }; // prettier-ignore
    this.#set({ types: [...this.wanted().types, type] });
    this.open.set(this.wanted().types.length - 1);
  }

  protected setType(at: number, type: SiteType): void {
    this.#set({ types: this.wanted().types.map((each, index) => (index === at ? type : each)) });
  }

  protected drop(at: number): void {
    this.#set({ types: this.wanted().types.filter((_each, index) => index !== at) });
    this.open.set(null);
  }

  protected setShared(shared: readonly SiteField[]): void {
    this.#set({ shared });
  }

  #set(part: Partial<SiteTypes>): void {
    this.report.set(null);
    this.wanted.set({ ...this.wanted(), ...part });
    if (this.isChanged()) this.#store.keep(storeKey, { types: this.wanted(), madeFrom: this.#madeFrom() } satisfies Kept);
    else this.#store.drop(storeKey);
  }

  protected leave(): void {
    this.#store.drop(storeKey);
    this.#take(this.told()!);
  }

  protected save(): void {
    this.#api.saveTypes({ types: this.wanted(), tag: this.told()!.tag }).subscribe({
      next: told => this.#done(told, $localize`Set. It is offered from now on.`),
      error: (error: unknown) => this.fault.set(faultWords(error)),
    });
  }

  protected undo(): void {
    this.#api.undoTypes().subscribe({
      next: told => this.#done(told, $localize`Taken back. What was written meanwhile is kept.`),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }

  #done(told: TypesTold, words: string): void {
    this.#store.drop(storeKey);
    this.#take(told);
    this.#session.readAnew().subscribe();
    this.#messages.done(words);
  }

  /** A type travels as readable JSON, with the shared fields that it uses. */
  protected keepAsFile(at: number): void {
    const type = this.wanted().types[at]!;
    const names = type.fields.flatMap(each => ('shared' in each ? [each.shared] : []));
    const shared = this.wanted().shared.filter(each => names.includes(each.called));
    const text = JSON.stringify({ shared, types: [{ ...type, steps: [] }] } satisfies SiteTypes, null, 2);
    saveFile(`${type.name || 'type'}.json`, new Blob([text], { type: 'application/json' }));
  }

  protected async read(event: Event): Promise<void> {
    const box = event.target as HTMLInputElement;
    const file = box.files?.[0];
    box.value = '';
    if (!file) return;
    try {
      const { shared = [], types } = JSON.parse(await file.text()) as Partial<SiteTypes>;
      if (!Array.isArray(types)) throw new SyntaxError();
      const fresh = shared.filter(each => !this.wanted().shared.some(one => one.called === each.called));
      this.#set({ shared: [...this.wanted().shared, ...fresh], types: [...this.wanted().types, ...types] });
      this.open.set(this.wanted().types.length - 1);
    } catch {
      this.#messages.warn($localize`This file holds no type.`);
    }
  }
}

function faultWords(error: unknown): string {
  return error instanceof ApiProblem ? error.words : String(error);
}
