import { computed, inject, Injectable, signal } from '@angular/core';
import type { Words, WordsField } from '@contract/languages';
import type { Remembered } from '@contract/bench';
import type { EditionDetail } from '@contract/messages';
import type { OwnWords } from '@core/locale/own-words';
import { segmentsOf } from '@core/segments/segment';
import { mayWrite } from '@core/rights/grants';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { switchMap, type Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { headsOf } from '../shared/heads';
import { saySaved } from '../shared/say-saved';
import { SendDialog } from '../shared/send-dialog';
import { BrowserStore } from '../state/browser-store';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

type Said = Readonly<Record<string, unknown>>;

/** What is kept in the browser until it is saved. */
interface Kept {
  readonly words: Said;
  readonly stillRight: readonly string[];
  readonly drafted?: readonly string[];
}

/** How a field stands with what is being written. */
export type LiveState = WordsField['state'] | 'still right' | 'drafted';

/** Whether a machine could draft a field: it has words that may differ, and is no address. */
function isDraftable({ name, mayDiffer, base }: WordsField): boolean {
  return mayDiffer && name !== 'segment' && segmentsOf(base).length > 0;
}

/** Writing a record in a locale: own words by name, what they were made from, and on which proposal. */
@Injectable()
export class WordsService {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #store = inject(BrowserStore);
  readonly #modal = inject(NgbModal);
  readonly record = signal<Words | null>(null);
  readonly words = signal<Said>({});
  readonly stillRight = signal<readonly string[]>([]);
  /** Names of words that a machine drafted and nobody has looked at. */
  readonly drafted = signal<readonly string[]>([]);
  /** What was written before for the same or like sources; null until it is known. */
  readonly remembered = signal<Remembered | null>(null);
  readonly problem = signal<ApiProblem | null>(null);
  readonly isBusy = signal(false);
  /** Whether what is on the screen was found in the browser, not saved. */
  readonly wasKept = signal(false);

  /** One's own proposal in this locale, if there is one. */
  readonly proposal = computed(() => this.record()?.proposals.find(each => each.isOwn && !each.retires) ?? null);
  readonly others = computed(() => (this.record()?.proposals ?? []).filter(each => each !== this.proposal()));
  readonly #held = computed(() => (this.proposal()?.value ?? this.record()?.live?.value ?? null) as Partial<OwnWords> | null);
  readonly #saved = computed((): Said => this.#held()?.words ?? {});
  readonly #savedDrafts = computed(() => this.#held()?.drafted ?? []);
  readonly isChanged = computed(
    () =>
      this.stillRight().length > 0 ||
      JSON.stringify(this.words()) !== JSON.stringify(this.#saved()) ||
      this.drafted().join() !== this.#savedDrafts().join(),
  );

  open(id: string, locale: string): void {
    this.#api.readWords(id, locale).subscribe({
      next: record => this.#begin(record),
      error: (error: unknown) => {
        this.record.set(null);
        this.#messages.problem(error);
      },
    });
  }

  get mayWrite(): boolean {
    const record = this.record();
    return record !== null && mayWrite(this.#session.grants, this.#session.written(record.kind, record.locale));
  }

  stateOf({ name, state }: WordsField): LiveState {
    const isOwn = Object.hasOwn(this.words(), name);
    if (!isOwn) return state === 'empty' ? 'empty' : 'follows';
    if (this.stillRight().includes(name)) return 'still right';
    if (this.drafted().includes(name)) return 'drafted';
    const isAsSaved = JSON.stringify(this.words()[name]) === JSON.stringify(this.#saved()[name]);
    return isAsSaved && state === 'behind' ? 'behind' : 'own';
  }

  /** Gives a field words of its own, or other ones. */
  write(name: string, said: unknown): void {
    this.#look(name);
    this.stillRight.update(all => all.filter(each => each !== name));
    this.#set({ ...this.words(), [name]: said });
  }

  /** Lets a field follow again. */
  follow(name: string): void {
    const { [name]: _, ...rest } = this.words();
    this.#look(name);
    this.stillRight.update(all => all.filter(each => each !== name));
    this.#set(rest);
  }

  /** Says that somebody has looked at what a machine drafted. */
  lookedAt(name: string): void {
    this.#look(name);
    this.#set(this.words());
  }

  #look(name: string): void {
    this.drafted.update(all => all.filter(each => each !== name));
  }

  /** Asks a machine for drafts of fields that have no words of their own. */
  draft(names: readonly string[]): void {
    const { id, locale } = this.record()!;
    this.isBusy.set(true);
    this.#api.draftWords(id, locale, names).subscribe({
      next: ({ words, by }) => {
        this.isBusy.set(false);
        const came = Object.keys(words).filter(name => !Object.hasOwn(this.words(), name));
        this.drafted.update(all => [...all, ...came]);
        this.#set({ ...this.words(), ...Object.fromEntries(came.map(name => [name, words[name]])) });
        if (came.length === 0) this.#messages.warn($localize`${by} knows none of these words.`);
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        this.#messages.problem(error);
      },
    });
  }

  /** Says that words are right although what they were made from has moved on. */
  keepAsRight(name: string): void {
    this.stillRight.update(all => [...all, name]);
    this.#set(this.words());
  }

  discard(): void {
    this.#drop();
    this.words.set(this.#saved());
    this.stillRight.set([]);
    this.drafted.set(this.#savedDrafts());
    this.wasKept.set(false);
  }

  faultOf(name: string): string | null {
    const problem = this.problem();
    return problem?.faultAt(`/value/words/${name}`) ?? problem?.faultAt(`/changes/0/value/words/${name}`) ?? null;
  }

  /** Names of the fields that follow and that a machine could draft. */
  readonly draftable = computed(() =>
    (this.record()?.fields ?? []).filter(field => isDraftable(field) && !Object.hasOwn(this.words(), field.name)).map(each => each.name),
  );

  /** Own words as they would be saved. */
  readonly value = computed(() => ({ version: 1 as const, words: this.words(), madeFrom: {}, drafted: [...this.drafted()] }));

  /** Saves on one's own proposal, or asks what is to be done with the words. */
  save(): void {
    const proposal = this.proposal();
    if (!proposal) return this.#send(false);
    this.#saveOn(proposal.id).subscribe({
      next: () => this.#again($localize`Saved to the proposal. Nothing has changed for readers.`),
      error: (error: unknown) => this.#refused(error),
    });
  }

  /** Saves, then makes a move with the proposal. */
  move(name: string): void {
    const proposal = this.proposal();
    if (!proposal) return this.#send(false);
    this.#saveOn(proposal.id)
      .pipe(
        switchMap(() => this.#api.readEdition(proposal.editionId)),
        switchMap(edition => this.#api.moveEdition(proposal.editionId, { name, decidedOn: headsOf(edition) })),
      )
      .subscribe({ next: edition => this.#moved(edition), error: (error: unknown) => this.#refused(error) });
  }

  leaveOut(): void {
    this.#send(true);
  }

  #set(words: Said): void {
    this.words.set(words);
    this.problem.set(null);
    this.#store.keep(this.#key, { words, stillRight: this.stillRight(), drafted: this.drafted() } satisfies Kept);
  }

  #begin(record: Words): void {
    this.record.set(record);
    this.problem.set(null);
    const kept = this.#store.read<Kept>(this.#key);
    this.words.set(kept?.words ?? this.#saved());
    this.stillRight.set(kept?.stillRight ?? []);
    this.drafted.set(kept?.drafted ?? this.#savedDrafts());
    this.remembered.set(null);
    // It helps; without it one writes all the same.
    this.#api
      .readMemory(record.id, record.locale)
      .subscribe({ next: found => this.remembered.set(found), error: () => this.remembered.set(null) });
    this.wasKept.set(kept !== null);
  }

  #send(retires: boolean): void {
    const record = this.record()!;
    const opened = this.#modal.open(SendDialog, { size: 'lg', scrollable: true });
    const dialog = opened.componentInstance as SendDialog;
    const name = this.#session.locale(record.locale)?.name ?? record.locale;
    const did = retires
      ? $localize`left out in ${name}`
      : record.state === 'out'
        ? $localize`back in ${name}`
        : $localize`words in ${name}`;
    dialog.title = `${record.title}: ${did}`;
    dialog.changes = [
      {
        recordId: record.id,
        kind: record.kind,
        locale: record.locale,
        value: retires ? null : this.value(),
        retires,
        baseRevisionId: record.live?.revisionId ?? record.revisions[0]?.id ?? null,
        translatedFromId: record.baseRevisionId,
        stillRight: [...this.stillRight()],
        title: record.title,
        did,
      },
    ];
    opened.result.then(
      (edition: EditionDetail) => this.#moved(edition),
      () => this.problem.set((opened.componentInstance as unknown as { problem(): ApiProblem | null }).problem()),
    );
  }

  #saveOn(proposalId: string): Observable<unknown> {
    this.isBusy.set(true);
    return this.#api.saveProposal(proposalId, {
      value: this.value(),
      parentRevisionId: this.proposal()!.headRevisionId,
      note: '',
      translatedFromId: this.record()!.baseRevisionId,
      stillRight: [...this.stillRight()],
    });
  }

  #moved(edition: EditionDetail): void {
    const { text, next, undoes, made } = saySaved(edition, this.#session.style);
    this.#again('');
    this.#messages.done(text, next, undoes, made);
  }

  #again(text: string): void {
    this.isBusy.set(false);
    this.#drop();
    if (text) this.#messages.done(text);
    const { id, locale } = this.record()!;
    this.open(id, locale);
  }

  #refused(error: unknown): void {
    this.isBusy.set(false);
    this.problem.set(error instanceof ApiProblem ? error : null);
    this.#messages.problem(error);
  }

  #drop(): void {
    this.#store.drop(this.#key);
  }

  get #key(): string {
    const record = this.record();
    return `almanac.words.${this.#session.session()?.person?.id ?? ''}.${record?.locale}.${record?.id}`;
  }
}
