import { listOf } from '@core/format/moment';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { Covered } from '@contract/assembling';
import type { EditionDetail, View } from '@contract/messages';
import type { OfferedMove } from '@contract/workflows';
import { isEnding, isWaiting } from '@core/ledger/stage';
import { capitalised, told } from '@core/tongue/say';
import { instantOf, localTimeAt } from '@core/schedule/local-time';
import { catchError, EMPTY, forkJoin, map, merge, of, skip, startWith, Subject, switchMap, tap, type Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { placesOf } from '../kinds/index';
import { MergeService } from '../merging/merge.service';
import { Breaches } from '../shared/breaches';
import { CoveredChoice } from '../shared/covered-choice';
import { ComparisonView } from '../shared/comparison-view';
import { LeftAddresses, usualForwarding } from '../shared/left-addresses';
import { LookAhead } from '../shared/look-ahead';
import { PublicationTimes } from '../shared/publication-times';
import { VerbPipe } from '../shared/verb.pipe';
import { PhaseMark, phaseOf } from '../shared/phase-mark';
import { headsOf } from '../shared/heads';
import { UndoService } from '../shared/undo.service';
import { saySaved } from '../shared/say-saved';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { GivenWords } from './given-words';
import { EditionHead } from './edition-head';
import { MoveInTime } from './move-in-time';
import { WithdrawPlanned } from './withdraw-planned';
import { MovedBase } from './moved-base';
import { Remarks } from '../remarks/remarks';
import type { MarkedWords } from '../remarks/marked-words';
import { ReviewChange } from './review-change';
import { ReviewHistory } from './review-history';
import { PreviewLinks } from './preview-links';
import { ReviewSides } from './review-sides';

/** New words of a proposal, saved by somebody while it was being read. */
interface Unseen {
  readonly proposalId: string;
  readonly fields: EditionDetail['changes'][number]['fields'];
}

/** One edition under review: what it changes in words, how the page will look, what it does to readers, and the decision. */
@Component({
  selector: 'almanac-review',
  imports: [
    PreviewLinks,
    FormsModule,
    RouterLink,
    Breaches,
    CoveredChoice,
    ComparisonView,
    EditionHead,
    MoveInTime,
    WithdrawPlanned,
    MovedBase,
    PublicationTimes,
    PhaseMark,
    Remarks,
    ReviewChange,
    ReviewHistory,
    ReviewSides,
    WhenPipe,
    LeftAddresses,
    GivenWords,
    VerbPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (edition(); as edition) {
      <div class="read">
        <p class="small"><a i18n routerLink="/reviews">Reviews</a></p>
        <almanac-edition-head [edition]="edition" (changed)="readAgain()" />
        <p class="quiet">
          <almanac-phase [status]="phaseOf(edition.stage)" />&nbsp;{{ stageWords() }} {{ edition.author.name }},
          {{ edition.submittedAt ?? edition.createdAt | when }}. {{ edition.summary }}.
        </p>
        @if (edition.remark) {
          <p class="title-face remark">“{{ edition.remark }}”</p>
        }
        @for (change of edition.changes; track change.proposalId) {
          <almanac-review-change [change]="change" [edition]="edition" (marked)="marked.set($event)" />
        }
        <almanac-remarks [edition]="edition" [marked]="marked()" (counted)="countRemarks($event)" />
        <almanac-review-history [steps]="edition.history" />
      </div>
      <div class="decide">
        @if (isOpen()) {
          <almanac-moved-base [changes]="edition.changes" (merged)="readAgain()" />
        }
        @if (canDecide()) {
          <section class="panel">
            <h2 i18n>Decide</h2>
            @if (decides()) {
              <almanac-publication-times [ahead]="ahead" [faultAt]="faultAt" />
              @if (edition.wishedFrom) {
                <p class="small">
                  <ng-container i18n>Wished for {{ edition.wishedFrom | when }}.</ng-container>
                  <button i18n class="btn-word" (click)="takeWish()">Take that date</button>
                </p>
              }
            }
            <label i18n class="form-label" for="review-remark">Remark</label>
            <textarea
              class="form-control"
              id="review-remark"
              rows="2"
              [(ngModel)]="remark"
              [class.is-invalid]="faultAt('/remark')"
            ></textarea>
            @if (faultAt('/remark'); as words) {
              <p class="form-fault" role="alert">{{ words }}</p>
            } @else {
              <p i18n class="form-help">Needed when you return it.</p>
            }
            @if (problem(); as problem) {
              <p class="notice-line ember" role="alert">{{ problem.message }}</p>
            }
            @for (each of unseen(); track each.proposalId) {
              <almanac-comparison [changes]="each.fields" />
            }
            @if (unseen().length > 0) {
              <button i18n class="btn btn-plain" (click)="readAgain()">Read it as it stands now</button>
            }
            @if (needsAcceptance()) {
              <label class="row-line"
                ><input type="checkbox" class="form-check-input" [(ngModel)]="accepts" />
                <ng-container i18n>Or leave it: I have compared them; put this version over the live one.</ng-container></label
              >
            }
            @if (canDecide()) {
              <almanac-left-addresses [effects]="effects()" [(wish)]="forwarding" />
            }
            <almanac-breaches [check]="ahead.check()" [isUnknown]="ahead.isUnknown()" (again)="ahead.ask()" />
            <almanac-covered-choice
              [check]="ahead.check()"
              [choice]="ahead.scheduled()"
              (choiceChange)="ahead.setScheduled($event)"
              (settle)="settlePlanned($event)"
            />
            @if ((ahead.check()?.broken ?? []).length > 0) {
              @if (mayGoOn) {
                <label i18n class="form-label" for="review-accepts"
                  >Why it goes ahead all the same <span class="quiet">(kept in its history)</span></label
                >
                <input class="form-control" id="review-accepts" [(ngModel)]="acceptsBroken" />
              } @else {
                <p i18n class="form-help">A manager or an administrator can let it go ahead, with a reason.</p>
              }
            }
            @for (move of decisions(); track move.name) {
              @for (reason of move.waitsFor; track reason) {
                <p class="notice-line">
                  <b>{{ move.name | verb }}:</b> {{ reason }}
                </p>
              }
            }
            @if (openRemarks(); as count) {
              <p i18n class="notice-line">{count, plural, =1 {One remark is} other {{{ count }} remarks are}} not settled yet.</p>
            }
            <div class="acts">
              @for (move of decisions(); track move.name) {
                @if (move.publishes) {
                  <button
                    class="btn btn-primary"
                    [disabled]="isBusy() || ahead.isAsking() || ahead.isUnsettled() || move.waitsFor.length > 0"
                    (click)="make(move)"
                  >
                    {{ approveLabel(move) }}
                  </button>
                } @else {
                  <button class="btn btn-plain" [disabled]="isBusy() || move.waitsFor.length > 0" (click)="make(move)">
                    @if (move.returns) {
                      <ng-container i18n>{{ move.name | verb }} with the remark</ng-container>
                    } @else {
                      {{ move.name | verb }}
                    }
                  </button>
                }
              }
            </div>
          </section>
        } @else if (ahead.check()?.beyond; as words) {
          <p class="notice-line">{{ words }}</p>
        } @else if (isWaiting(edition.stage)) {
          <p class="notice-line">
            @if (edition.reviewers.length > 0) {
              <ng-container i18n>This waits for {{ listOf(edition.reviewers, 'or') }}. What one proposes, another approves.</ng-container>
            } @else {
              <ng-container i18n>This waits for somebody with the right to approve. What one proposes, another approves.</ng-container>
            }
          </p>
        } @else if (edition.publishedFrom) {
          <p class="notice-line leaf">{{ lifeWords(edition) }} {{ edition.publishedFrom | when }}.</p>
          @if (edition.publishedFrom > now && !edition.takesOff) {
            <almanac-move-in-time [edition]="edition" (moved)="readAgain()" />
          }
          @if (edition.publishedFrom > now) {
            <almanac-withdraw-planned [edition]="edition" (withdrawn)="readAgain()" />
          }
        }
        <div class="acts">
          @if (edition.publishedFrom && edition.publishedFrom <= now) {
            <button i18n class="btn btn-plain" (click)="undo()">Undo what was published…</button>
          }
          @for (move of authorsMoves(); track move.name) {
            <button
              class="btn"
              [class.btn-primary]="isWaiting(move.to)"
              [class.btn-plain]="!isWaiting(move.to)"
              [disabled]="isBusy() || move.waitsFor.length > 0"
              (click)="make(move)"
            >
              {{ move.name | verb }}
            </button>
            @for (reason of move.waitsFor; track reason) {
              <p class="notice-line grow">{{ reason }}</p>
            }
          }
          @if (edition.lookAt && isOpen()) {
            <a i18n class="btn btn-plain" routerLink="/arrange" [queryParams]="{ page: edition.lookAt, with: edition.id }"
              >Look at it in Arrange</a
            >
          }
        </div>
        <almanac-given-words [edition]="edition" (given)="readAgain()" />
        <almanac-preview-links [editionId]="edition.id" />
        <almanac-review-sides [before]="before()" [after]="after()" [asItIs]="asItIs()" [edition]="edition" />
      </div>
    } @else {
      <p i18n class="quiet wait">Reading…</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(420px, 560px);
      height: 100%;
    }
    .read {
      padding: 12px 24px 24px 32px;
      overflow: auto;
    }
    .decide {
      border-left: 1px solid var(--hair);
      background: var(--sheet);
      padding: 14px 20px;
      overflow: auto;
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .read > p {
      margin: 0 0 4px;
    }
    .remark {
      border-left: 3px solid var(--ochre);
      padding-left: 10px;
      margin: 4px 0 8px;
    }
    section {
      padding: 10px 14px;
      margin-top: 10px;
    }
    .decide section {
      margin: 0;
    }
    .acts {
      display: flex;
      gap: 8px;
      flex-wrap: wrap;
      margin-top: 8px;
    }
    .wait {
      padding: 30px;
    }
    @media (max-width: 900px) {
      :host {
        display: block;
        height: auto;
      }
    }
  `,
})
export class ReviewOne {
  readonly #again = new Subject<void>();
  readonly #moments = toObservable(computed(() => this.ahead.from())).pipe(skip(1));
  readonly #api = inject(ApiClient);
  readonly #undoing = inject(UndoService);
  readonly #session = inject(SessionService);
  readonly #merges = inject(MergeService);
  readonly #messages = inject(MessageService);
  readonly #pages = inject(PagesService);
  readonly id = input.required<string>();
  protected readonly listOf = listOf;
  protected readonly isWaiting = isWaiting;
  protected readonly phaseOf = phaseOf;
  protected readonly now = this.#session.site.now;
  protected readonly edition = signal<EditionDetail | null>(null);
  protected readonly ahead = new LookAhead(() => {
    const edition = this.edition();
    return edition && this.isOpen() ? { withEditions: [edition.id] } : null;
  });
  protected readonly before = signal<View | null>(null);
  protected readonly after = signal<View | null>(null);
  /** As it is now, where the others are of a later moment. */
  protected readonly asItIs = signal<View | null>(null);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  /** What somebody changed since this was opened. */
  protected readonly unseen = signal<readonly Unseen[]>([]);
  /** Words that were marked in a comparison, to be remarked on. */
  protected readonly marked = signal<MarkedWords | null>(null);
  protected readonly openRemarks = signal<number | null>(null);
  protected remark = '';
  protected accepts = false;
  protected acceptsBroken = '';
  protected readonly mayGoOn = this.#session.may('go on though broken');
  protected readonly effects = computed(() => (this.edition()?.changes ?? []).map(each => each.effect));
  protected readonly forwarding = signal(usualForwarding);
  /** What decides over it, the way to readers first; of several that lead there, the first. */
  protected readonly decisions = computed(() => {
    const all = (this.edition()?.offers ?? []).filter(move => move.publishes || (isWaiting(this.edition()!.stage) && !move.isAuthors));
    const [live] = all.filter(move => move.publishes);
    return [...(live ? [live] : []), ...all.filter(move => !move.publishes)];
  });
  protected readonly authorsMoves = computed(() =>
    (this.edition()?.offers ?? []).filter(move => !move.publishes && !this.decisions().includes(move)),
  );
  protected readonly canDecide = computed(() => this.decisions().length > 0);
  /** Whether any of it makes it live, so that it has times. */
  protected readonly decides = computed(() => this.decisions().some(move => move.publishes));
  protected readonly isOpen = computed(() => this.edition() !== null && !isEnding(this.edition()!.stage));
  protected readonly needsAcceptance = computed(
    () => this.problem()?.problem.code === 'live-moved' || (this.edition()?.changes.some(change => change.baseMoved) ?? false),
  );
  protected readonly stageWords = computed(
    () =>
      ({
        draft: $localize`Draft by`,
        approved: $localize`Approved; proposed by`,
        declined: $localize`Declined; proposed by`,
        withdrawn: $localize`Withdrawn by`,
      })[this.edition()?.stage ?? 'draft'] ?? $localize`${told(this.edition()!.stage)}; proposed by`,
  );

  constructor() {
    toObservable(this.id)
      .pipe(
        switchMap(id =>
          merge(this.#again, this.#moments.pipe(map(() => 'moment' as const))).pipe(
            startWith(null),
            switchMap(why => this.#read(id, why === 'moment')),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  protected approveLabel({ name }: OfferedMove): string {
    const verb = capitalised(told(name));
    const edition = this.edition()!;
    const single =
      edition.changes.length === 1
        ? edition.changes[0]!.effect.label
        : (edition.changes.find(change => placesOf(change.kind).isSelectable)?.effect.label ??
          $localize`${edition.changes.length} changes`);
    const plain = single.replace(/ from .*$/, '');
    const how = this.ahead.isUnknown() ? $localize`${verb} unchecked` : verb;
    return this.ahead.from() ? $localize`${how} for that date: ${plain}` : $localize`${how} at once: ${plain}`;
  }

  protected readonly faultAt = (pointer: string): string | null => this.problem()?.faultAt(pointer) ?? null;

  /** Takes in how many remarks are open; when that changes while it is read, what they hold back may go on. */
  protected countRemarks(count: number | null): void {
    const before = this.openRemarks();
    this.openRemarks.set(count ?? 0);
    if (before !== null && count !== null && before !== count) this.readAgain();
  }

  protected takeWish(): void {
    const wish = this.edition()?.wishedFrom;
    if (wish) this.ahead.setFrom({ local: localTimeAt(wish, this.#session.site.zone), zone: this.#session.site.zone });
  }

  protected lifeWords(edition: EditionDetail): string {
    const isAhead = edition.publishedFrom! > this.now;
    return edition.takesOff
      ? isAhead
        ? $localize`Goes off`
        : $localize`Off since`
      : isAhead
        ? $localize`Goes live`
        : $localize`Live since`;
  }

  /** Settles what the proposal and something planned say differently. */
  protected async settlePlanned({ recordId, title, revisionId }: Covered): Promise<void> {
    const change = this.edition()!.changes.find(each => each.recordId === recordId);
    if (!change || !revisionId) return;
    const merged = await this.#merges.ofPlanned({ ...change, baseRevisionId: change.headRevisionId }, title, revisionId);
    if (merged) this.ahead.settle(revisionId, merged.choices);
  }

  /** Reads it again as it stands now, after somebody saved in between. */
  protected readAgain(): void {
    this.unseen.set([]);
    this.problem.set(null);
    this.#again.next();
  }

  /** Puts back all that it published, as a new change. */
  protected async undo(): Promise<void> {
    if (await this.#undoing.undo(this.id())) this.#again.next();
  }

  protected make({ name, publishes, returns, to }: OfferedMove): void {
    this.isBusy.set(true);
    this.#api
      .moveEdition(this.id(), {
        name,
        decidedOn: headsOf(this.edition()!),
        scheduled: this.ahead.settled,
        carried: this.ahead.carried(),
        remark: this.remark,
        acceptsMovedBase: this.accepts,
        acceptsBroken: this.acceptsBroken,
        ...(publishes ? { times: this.ahead.times, forwarding: this.forwarding() } : {}),
      })
      .subscribe({
        next: edition => {
          this.isBusy.set(false);
          this.problem.set(null);
          this.remark = '';
          this.edition.set(edition);
          this.#pages.refresh();
          const { text, next } = saySaved(edition, this.#session.style);
          this.#messages.done(
            returns
              ? $localize`Returned to ${edition.author.name} with your remark.`
              : to === 'declined'
                ? $localize`Declined. Nothing changes for readers; the words stay in its history.`
                : to === 'withdrawn'
                  ? $localize`Withdrawn. Nothing changes for readers.`
                  : text,
            next?.link[0] === '/reviews' ? undefined : next,
          );
        },
        error: (error: unknown) => {
          this.isBusy.set(false);
          if (!(error instanceof ApiProblem)) return this.#messages.problem(error);
          this.problem.set(error);
          this.unseen.set((error.problem['changed'] as readonly Unseen[] | undefined) ?? []);
        },
      });
  }

  /** Reads the edition, then both sides of what it changes; another that is asked for meanwhile takes the place of either. */
  #read(id: string, isOfMoment: boolean): Observable<unknown> {
    return this.#api.readEdition(id, this.#comparedAt(this.edition()) ?? undefined).pipe(
      tap(edition => {
        this.edition.set(edition);
        if (isOfMoment) return;
        if (edition.changes.every(change => change.retires)) this.ahead.scheduled.set('cancel');
        this.ahead.ask();
      }),
      switchMap(edition => (edition.lookAt ? this.#look(edition.lookAt, edition) : EMPTY)),
      catchError((error: unknown) => {
        this.#messages.problem(error);
        return EMPTY;
      }),
    );
  }

  // The moment that is chosen, else the one that is wished for; null is now.
  #comparedAt(edition: EditionDetail | null): number | null {
    const from = this.ahead.from();
    const moment = from ? instantOf(from) : (edition?.wishedFrom ?? null);
    return moment !== null && moment > this.now ? moment : null;
  }

  #look(page: string, edition: EditionDetail): Observable<unknown> {
    const vantage = { page, reader: { signedIn: false, roles: [], memberships: [] }, moment: this.#comparedAt(edition) };
    const shown = edition.changes.find(change => placesOf(change.kind).isSelectable) ?? edition.changes[0];
    const showing = shown && placesOf(shown.kind).isSeen ? shown.recordId : null;
    // Both sides are looked at from where the change shows.
    return this.#api.view({ vantage, withEditions: this.isOpen() ? [edition.id] : [], changes: [], showing }).pipe(
      catchError(() => of(null)),
      tap(view => this.after.set(view)),
      switchMap(view => {
        const same = view ? { ...vantage, page: view.sight.page, reader: view.sight.reader, moment: view.moment } : vantage;
        const without = (moment: number | null) =>
          this.#api.view({ vantage: { ...same, moment }, withEditions: [], changes: [] }).pipe(catchError(() => of(null)));
        return forkJoin([without(same.moment), vantage.moment === null ? of(null) : without(null)]);
      }),
      tap(([before, asItIs]) => {
        this.before.set(before);
        this.asItIs.set(asItIs);
      }),
    );
  }
}
