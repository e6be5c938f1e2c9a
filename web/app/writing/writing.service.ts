import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { placesOf } from '../kinds/index';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { EditionDetail, RecordDetail } from '@contract/messages';
import { mayWrite } from '@core/rights/grants';
import { catchError, EMPTY, of, Subject, switchMap, type Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { BrowserStore } from '../state/browser-store';
import { SessionService } from '../state/session.service';
import { headsOf } from '../shared/heads';
import { MergeService } from '../merging/merge.service';
import type { RecordClash } from '../shared/clashes';
import { saySaved } from '../shared/say-saved';
import { SendDialog } from '../shared/send-dialog';

interface Kept<Value> {
  readonly value: Value;
  readonly baseRevisionId: string | null;
  readonly proposalId: string | null;
}

/**
 * What is being written of one page or block. Every keystroke is kept in this browser until it is saved, so that neither
 * a reload nor a lost connection nor another's save takes a word.
 */
@Injectable()
export class WritingService<Value extends { readonly title: string }> {
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #pages = inject(PagesService);
  readonly #modal = inject(NgbModal);
  readonly #merges = inject(MergeService);
  readonly #router = inject(Router);
  readonly #value = signal<Value | null>(null);
  readonly #base = signal<Kept<Value> | null>(null);
  readonly value = this.#value.asReadonly();
  readonly record = signal<RecordDetail | null>(null);
  readonly problem = signal<ApiProblem | null>(null);
  /** Somebody else's version, met on saving. */
  readonly clash = signal<RecordClash | null>(null);
  readonly isBusy = signal(false);
  readonly wasKept = signal(false);
  /** Other words of the same record that are being written in another tab of this browser. */
  readonly otherTab = signal<Value | null>(null);
  /** The proposal that is being written on; null while one writes from what is live. */
  readonly proposal = computed(() => this.record()?.proposals.find(each => each.id === this.#base()?.proposalId) ?? null);
  readonly isChanged = computed(() => JSON.stringify(this.#value()) !== JSON.stringify(this.#base()?.value));
  readonly isNew = computed(() => this.#base()?.baseRevisionId === null);
  /** Others who write on the same record. */
  readonly others = computed(() => (this.record()?.proposals ?? []).filter(each => !each.isOwn && each.id !== this.#base()?.proposalId));
  readonly #store = inject(BrowserStore);
  #kind = '';
  #id = '';
  #wanted: string | null = null;

  readonly #asked = new Subject<string>();

  constructor() {
    // Of two records that are opened in turn, the later one counts, however late the earlier answer comes.
    this.#asked
      .pipe(
        switchMap(id =>
          this.#api.readRecord(id).pipe(
            catchError((error: unknown) => {
              this.#messages.problem(error);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(record => this.#begin(record));
    this.#store
      .fromOtherTabs<Kept<Value>>(() => this.#key)
      .pipe(takeUntilDestroyed(inject(DestroyRef)))
      .subscribe(theirs => this.#meetTab(theirs));
  }

  /**
   * Begins to write a record that exists, where it was left off.
   * @param proposalId - the proposal to go on with, one's own or another's; without it one's own, else what is live
   */
  open(kind: string, id: string, proposalId: string | null = null): void {
    this.#wanted = proposalId;
    this.#kind = kind;
    this.#id = id;
    this.#asked.next(id);
  }

  /** Reads the record as it is now, and goes on where one was. */
  reopen(): void {
    this.open(this.#kind, this.#id, this.#wanted);
  }

  /** Begins a new record, or goes on with the one of its kind that was begun in this browser and never saved. */
  openNew(kind: string, id: string, value: Value): void {
    this.beginsIn.set('');
    this.#kind = kind;
    this.#wanted = null;
    this.record.set(null);
    this.#base.set({ value, baseRevisionId: null, proposalId: null });
    const kept = this.#store.read<Kept<Value> & { readonly id: string }>(this.#key);
    this.#id = kept?.id ?? id;
    this.#value.set(kept?.value ?? value);
    this.wasKept.set(kept !== null);
  }

  /** What is wrong with a part of the value, whichever way it was saved; null when nothing is. @param field - JSON Pointer without its first stroke */
  faultOf(field: string): string | null {
    const problem = this.problem();
    return problem?.faultAt(`/value/${field}`) ?? problem?.faultAt(`/changes/0/value/${field}`) ?? null;
  }

  get id(): string {
    return this.#id;
  }

  get mayWrite(): boolean {
    return mayWrite(this.#session.grants, this.#session.written(this.#kind, this.locale()));
  }

  /** The locale in which a new one begins; empty is the first of the site. */
  readonly beginsIn = signal('');

  /** The locale in which it began, or begins. */
  readonly locale = computed(() => this.record()?.locale ?? (this.beginsIn() || this.#session.site.locale));

  /** Takes in what was typed. */
  set(value: Value): void {
    this.#value.set(value);
    this.problem.set(null);
    const base = this.#base();
    if (base) this.#store.keep(this.#key, { ...base, value, id: this.#id });
  }

  /** Throws away what has not been saved. */
  discard(): void {
    this.#drop();
    this.wasKept.set(false);
    this.clash.set(null);
    this.#value.set(this.#base()?.value ?? null);
  }

  /** Puts an older revision's words into the form, as an edit like any other. */
  restore(value: unknown): void {
    this.set(value as Value);
    this.#messages.done($localize`The older words are in the form. Nothing is saved until you save.`);
  }

  /** Saves: on the proposal that is being written, or through the dialog that asks what is to be done with it. */
  save(): void {
    const proposal = this.proposal();
    if (!proposal) return this.#send();
    this.#saveOnProposal(proposal.id).subscribe({
      next: record => this.#saved(record, $localize`Saved to the proposal. Nothing has changed for readers.`),
      error: (error: unknown) => this.#refused(error),
    });
  }

  /** Saves if needed, then makes a move with the edition. */
  move(name: string): void {
    const proposal = this.proposal();
    if (!proposal) return this.#send();
    this.isBusy.set(true);
    const first: Observable<unknown> = this.isChanged() ? this.#saveOnProposal(proposal.id) : of(null);
    first
      .pipe(
        switchMap(() => this.#api.readEdition(proposal.editionId)),
        switchMap(edition => this.#api.moveEdition(proposal.editionId, { name, decidedOn: headsOf(edition) })),
      )
      .subscribe({ next: edition => this.#moved(edition), error: (error: unknown) => this.#refused(error) });
  }

  /** Asks what taking it off does, and proposes it. */
  takeOff(): void {
    this.#send(true);
  }

  /** Proposes to publish it again, with the words as they stand here. */
  putBack(): void {
    this.#send();
  }

  /** Of two versions that clash: saves mine as the next revision after theirs. */
  saveOverTheirs(): void {
    const clash = this.clash();
    const base = this.#base();
    if (!clash || !base) return;
    this.#base.set({ ...base, baseRevisionId: clash.theirs.revisionId });
    this.clash.set(null);
    this.save();
  }

  /** Of two versions that clash: brings both together in the form. */
  async bringTogether(): Promise<void> {
    const clash = this.clash();
    const base = this.#base();
    if (!clash || !base) return;
    const own = { recordId: this.#id, kind: this.#kind, value: this.#value(), baseRevisionId: base.baseRevisionId, locale: null };
    const merged = await this.#merges.ofClash(own, clash);
    if (!merged) return;
    this.#base.set({ ...base, baseRevisionId: clash.theirs.revisionId });
    this.clash.set(null);
    this.set(merged.merging.value as Value);
    this.#messages.done($localize`Both are in the form. Nothing is saved until you save.`);
  }

  /** Brings what has become live since into the proposal that is being written on. */
  async bringLiveIn(): Promise<void> {
    const proposal = this.proposal();
    if (proposal && (await this.#merges.intoProposal(proposal.id, this.#value()?.title ?? ''))) this.reopen();
  }

  /** Of two versions that clash: goes on from theirs. */
  takeTheirs(): void {
    const clash = this.clash();
    if (!clash) return;
    this.#drop();
    this.clash.set(null);
    this.open(this.#kind, this.#id, this.#wanted);
  }

  /** Takes the words of the other tab in place of those here. */
  takeOtherTab(): void {
    const theirs = this.otherTab();
    if (theirs) this.set(theirs);
    this.#store.drop(this.#otherKey);
    this.otherTab.set(null);
  }

  // Of two tabs that write the same, each keeps its own words on the screen, and the browser keeps both.
  #meetTab(theirs: Kept<Value> | null): void {
    const isOther = theirs !== null && JSON.stringify(theirs.value) !== JSON.stringify(this.#value());
    this.otherTab.set(isOther ? theirs.value : null);
    if (isOther && this.isChanged() && theirs.value) this.#store.keep(this.#otherKey, { ...this.#base(), value: this.#value() });
  }

  #begin(record: RecordDetail): void {
    this.record.set(record);
    const wanted = record.proposals.find(each => each.id === this.#wanted);
    const own = wanted ?? record.proposals.find(each => each.isOwn) ?? (record.live ? undefined : record.proposals[0]);
    const base: Kept<Value> = own
      ? { value: own.value as Value, baseRevisionId: own.headRevisionId, proposalId: own.id }
      : record.live
        ? { value: record.live.value as Value, baseRevisionId: record.live.revisionId, proposalId: null }
        : { value: record.newest as Value, baseRevisionId: record.revisions[0]!.id, proposalId: null };
    this.#base.set(base);
    const kept = this.#store.read<Kept<Value>>(this.#key);
    // What was typed over another base is still kept; saving then meets the newer version and asks.
    if (kept) this.#base.set({ ...base, baseRevisionId: kept.baseRevisionId, proposalId: kept.proposalId });
    this.#value.set(kept?.value ?? base.value);
    this.wasKept.set(kept !== null);
    const other = this.#store.read<Kept<Value>>(this.#otherKey);
    this.otherTab.set(other && JSON.stringify(other.value) !== JSON.stringify(this.#value()) ? other.value : null);
  }

  #send(retires = false): void {
    const value = this.#value();
    if (!value) return;
    const opened = this.#modal.open(SendDialog, { size: 'lg', scrollable: true });
    const dialog = opened.componentInstance as SendDialog;
    const did = retires
      ? $localize`taken off`
      : this.isNew()
        ? $localize`new`
        : this.isChanged()
          ? $localize`new words`
          : $localize`put back`;
    dialog.title = `${value.title}: ${did}`;
    dialog.changes = [
      {
        recordId: this.#id,
        kind: this.#kind,
        value: retires ? null : value,
        retires,
        baseRevisionId: this.#base()?.baseRevisionId ?? null,
        ...(this.isNew() && this.beginsIn() ? { locale: this.beginsIn() } : {}),
        title: value.title,
        did,
      },
    ];
    opened.result.then(
      (edition: EditionDetail) => this.#moved(edition),
      () => this.#meetClash((opened.componentInstance as unknown as { problem(): ApiProblem | null }).problem()),
    );
  }

  #saveOnProposal(proposalId: string): Observable<RecordDetail> {
    this.isBusy.set(true);
    return this.#api.saveProposal(proposalId, { value: this.#value(), parentRevisionId: this.#base()!.baseRevisionId!, note: '' });
  }

  #saved(record: RecordDetail, text: string): void {
    this.isBusy.set(false);
    this.#drop();
    this.#pages.refresh();
    this.#begin(record);
    this.#messages.done(text);
  }

  #moved(edition: EditionDetail): void {
    this.isBusy.set(false);
    this.#drop();
    this.#pages.refresh();
    const { text, next, undoes, made } = saySaved(edition, this.#session.style);
    this.#messages.done(text, next, undoes, made);
    if (this.isNew()) void this.#router.navigate([placesOf(this.#kind).writer, this.#id]);
    else this.open(this.#kind, this.#id);
  }

  #refused(error: unknown): void {
    this.isBusy.set(false);
    if (error instanceof ApiProblem) {
      this.problem.set(error);
      this.#meetClash(error);
    } else this.#messages.problem(error);
  }

  #meetClash(problem: ApiProblem | null): void {
    const clashes = problem?.problem.code === 'stale' ? (problem.problem['clashes'] as readonly RecordClash[] | undefined) : undefined;
    if (clashes?.[0]) this.clash.set(clashes[0]);
  }

  #drop(): void {
    this.#store.drop(this.#key);
    this.#store.drop(this.#otherKey);
    this.otherTab.set(null);
  }

  get #otherKey(): string {
    return `${this.#key}.other tab`;
  }

  get #key(): string {
    const what = this.isNew() ? $localize`new ${this.#kind}` : `${this.#id}${this.#wanted ? `.${this.#wanted}` : ''}`;
    return `almanac.writing.${this.#session.session()?.person?.id ?? ''}.${what}`;
  }
}
