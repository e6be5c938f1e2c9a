import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { EditionDetail, MoveRequest, View } from '@contract/messages';
import { localTimeAt } from '@core/schedule/local-time';
import { catchError, EMPTY, map, of, startWith, Subject, switchMap, tap, type Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { Sheet } from '../arrange/sheet';
import { placesOf } from '../kinds/index';
import { Breaches } from '../shared/breaches';
import { CoveredChoice } from '../shared/covered-choice';
import { ComparisonView } from '../shared/comparison-view';
import { EffectList } from '../shared/effect-list';
import { LookAhead } from '../shared/look-ahead';
import { MomentField } from '../shared/moment-field';
import { PhaseMark } from '../shared/phase-mark';
import { headsOf } from '../shared/heads';
import { saySaved } from '../shared/say-saved';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';

/** New words of a proposal, saved by somebody while it was being read. */
interface Unseen {
  readonly proposalId: string;
  readonly fields: EditionDetail['changes'][number]['fields'];
}

/** One edition under review: what it changes in words, how the page will look, what it does to readers, and the decision. */
@Component({
  selector: 'almanac-review',
  imports: [FormsModule, RouterLink, Breaches, CoveredChoice, ComparisonView, EffectList, MomentField, PhaseMark, Sheet, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (edition(); as edition) {
      <div class="read">
        <p class="small"><a routerLink="/reviews">Reviews</a></p>
        <h1>{{ edition.title }}</h1>
        <p class="quiet">
          <almanac-phase [status]="edition.stage === 'withdrawn' ? 'retired' : edition.stage" />&nbsp;{{ stageWords() }}
          {{ edition.author.name }}, {{ edition.submittedAt ?? edition.createdAt | when }}. {{ edition.summary }}.
        </p>
        @if (edition.remark) {
          <p class="title-face remark">“{{ edition.remark }}”</p>
        }
        @for (change of edition.changes; track change.proposalId) {
          <section class="panel">
            <h2>
              {{ change.title }} <span class="quiet kind">{{ change.isNew ? 'new ' : '' }}{{ change.kind }}</span
              ><span class="grow"></span><span class="what">{{ change.effect.label }}</span>
            </h2>
            @if (change.baseMoved) {
              <p class="notice-line ember">
                What is live has changed since this was begun. Approving puts this version over it; compare them first.
              </p>
            }
            @for (warning of change.effect.warnings; track warning) {
              <p class="notice-line">{{ warning }}</p>
            }
            @if (change.retires) {
              <p>It is taken off.</p>
            } @else {
              <almanac-comparison [changes]="change.fields" [isNew]="change.isNew" />
            }
            <details>
              <summary>Which pages</summary>
              <almanac-effect-list [effect]="change.effect" />
            </details>
            @if (writerOf(change) && edition.moves.length > 0 && !change.retires) {
              <p class="touch">
                <a [routerLink]="[writerOf(change), change.recordId]" [queryParams]="{ proposal: change.proposalId }">Touch it up</a
                >{{ change.lastAuthor === edition.author.name ? '' : ', last by ' + change.lastAuthor }}
              </p>
            }
          </section>
        }
        @if (edition.history.length > 0) {
          <h3 class="past">So far</h3>
          <ol>
            @for (step of edition.history; track $index) {
              <li>
                <b>{{ step.by }}</b> {{ pastOf(step.move) }} <span class="quiet">{{ step.at | when }}</span>
                @if (step.remark) {
                  <p class="title-face remark">“{{ step.remark }}”</p>
                }
              </li>
            }
          </ol>
        }
      </div>
      <div class="decide">
        @if (canDecide()) {
          <section class="panel">
            <h2>Decide</h2>
            <div class="two">
              <almanac-moment-field
                label="Goes live"
                emptyMeans="Empty: at once."
                emptyWord="At once"
                [value]="ahead.from()"
                [fault]="faultAt('/times/from')"
                (valueChange)="ahead.setFrom($event)"
              />
              <almanac-moment-field
                label="Until"
                emptyMeans="Empty: until further notice."
                [value]="ahead.until()"
                [fault]="faultAt('/times/until')"
                (valueChange)="ahead.setUntil($event)"
              />
            </div>
            @if (edition.wishedFrom) {
              <p class="small">
                Wished for {{ edition.wishedFrom | when }}. <button class="btn-word" (click)="takeWish()">Take that date</button>
              </p>
            }
            <label class="form-label" for="review-remark">Remark</label>
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
              <p class="form-help">Needed when you return it.</p>
            }
            @if (problem(); as problem) {
              <p class="notice-line ember" role="alert">{{ problem.message }}</p>
            }
            @for (each of unseen(); track each.proposalId) {
              <almanac-comparison [changes]="each.fields" />
            }
            @if (unseen().length > 0) {
              <button class="btn btn-plain" (click)="readAgain()">Read it as it stands now</button>
            }
            @if (needsAcceptance()) {
              <label class="row-line"
                ><input type="checkbox" class="form-check-input" [(ngModel)]="accepts" /> I have compared them; put this version over the
                live one.</label
              >
            }
            <almanac-breaches [check]="ahead.check()" [isUnknown]="ahead.isUnknown()" (again)="ahead.ask()" />
            <almanac-covered-choice [check]="ahead.check()" [choice]="ahead.scheduled()" (choiceChange)="ahead.setScheduled($event)" />
            @if ((ahead.check()?.broken ?? []).length > 0) {
              @if (mayGoOn) {
                <label class="form-label" for="review-accepts"
                  >Why it goes ahead all the same <span class="quiet">(kept in its history)</span></label
                >
                <input class="form-control" id="review-accepts" [(ngModel)]="acceptsBroken" />
              } @else {
                <p class="form-help">A manager or an administrator can let it go ahead, with a reason.</p>
              }
            }
            <div class="acts">
              @if (has('approve')) {
                <button class="btn btn-primary" [disabled]="isBusy()" (click)="make('approve')">{{ approveLabel() }}</button>
              } @else if (has('publish')) {
                <button class="btn btn-primary" [disabled]="isBusy()" (click)="make('publish')">{{ approveLabel('Publish') }}</button>
              }
              @if (has('return')) {
                <button class="btn btn-plain" [disabled]="isBusy()" (click)="make('return')">Return with the remark</button>
              }
              @if (has('decline')) {
                <button class="btn btn-plain" [disabled]="isBusy()" (click)="make('decline')">Decline</button>
              }
            </div>
          </section>
        } @else if (ahead.check()?.beyond; as words) {
          <p class="notice-line">{{ words }}</p>
        } @else if (edition.stage === 'in review') {
          <p class="notice-line">
            This waits for {{ edition.reviewers.join(', ') || 'somebody with the right to approve' }}. What one proposes, another approves.
          </p>
        } @else if (edition.publishedFrom) {
          <p class="notice-line leaf">{{ lifeWords(edition) }} {{ edition.publishedFrom | when }}.</p>
        }
        <div class="acts">
          @if (has('send for review')) {
            <button class="btn btn-primary" (click)="make('send for review')">Send for review</button>
          }
          @if (has('take back')) {
            <button class="btn btn-plain" (click)="make('take back')">Take back</button>
          }
          @if (has('withdraw')) {
            <button class="btn btn-plain" (click)="make('withdraw')">Withdraw</button>
          }
          @if (edition.lookAt && isOpen()) {
            <a class="btn btn-plain" routerLink="/arrange" [queryParams]="{ page: edition.lookAt, with: edition.id }"
              >Look at it in Arrange</a
            >
          }
        </div>
        @if (after(); as view) {
          <div class="looks">
            <div class="row-line tabs">
              <h2>On “{{ view.page.title }}”</h2>
              @if (!view.sight.isAsAsked) {
                <span class="small quiet">{{ view.sight.words }}</span>
              }
              <span class="grow"></span
              ><button class="btn-word" [class.on]="!showsBefore()" [attr.aria-pressed]="!showsBefore()" (click)="showsBefore.set(false)">
                As proposed</button
              ><button class="btn-word" [class.on]="showsBefore()" [attr.aria-pressed]="showsBefore()" (click)="showsBefore.set(true)">
                As it is now
              </button>
            </div>
            <almanac-sheet
              [html]="shownHtml()"
              [width]="820"
              [targets]="[]"
              [numbers]="numbers()"
              [selected]="showsBefore() ? '' : highlighted()"
              [margin]="14"
            />
          </div>
        }
      </div>
    } @else {
      <p class="quiet wait">Reading…</p>
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
    section h2 {
      display: flex;
      gap: 8px;
      align-items: baseline;
      margin-bottom: 6px;
    }
    .kind {
      font: 12px var(--text);
    }
    .what {
      font: 600 12.5px var(--text);
      color: var(--tide);
    }
    .decide section {
      margin: 0;
    }
    .two {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 16px;
    }
    .acts {
      display: flex;
      gap: 8px;
      flex-wrap: wrap;
      margin-top: 8px;
    }
    details {
      margin-top: 6px;
    }
    summary {
      color: var(--tide);
      font-weight: 600;
      font-size: 12px;
      min-height: 24px;
    }
    .touch {
      margin: 4px 0 0;
    }
    .past {
      margin-top: 16px;
      border-bottom: 1px solid var(--hair);
    }
    ol {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      padding: 4px 0;
    }
    .looks {
      flex: 1;
      min-height: 320px;
      display: flex;
      flex-direction: column;
    }
    .looks almanac-sheet {
      flex: 1;
      min-height: 0;
    }
    .tabs {
      padding-bottom: 4px;
    }
    .tabs .on {
      text-decoration: underline;
      text-underline-offset: 3px;
    }
    .wait {
      padding: 30px;
    }
    @media (max-width: 900px) {
      :host {
        display: block;
        height: auto;
      }
      .two {
        grid-template-columns: 1fr;
      }
      .looks {
        height: 70vh;
      }
    }
  `,
})
export class ReviewOne {
  readonly #again = new Subject<void>();
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #pages = inject(PagesService);
  readonly id = input.required<string>();
  protected readonly now = this.#session.site.now;
  protected readonly edition = signal<EditionDetail | null>(null);
  protected readonly ahead = new LookAhead(() => {
    const edition = this.edition();
    return edition && this.isOpen() ? { withEditions: [edition.id] } : null;
  });
  protected readonly before = signal<View | null>(null);
  protected readonly after = signal<View | null>(null);
  protected readonly showsBefore = signal(false);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  /** What somebody changed since this was opened. */
  protected readonly unseen = signal<readonly Unseen[]>([]);
  protected remark = '';
  protected accepts = false;
  protected acceptsBroken = '';
  protected readonly mayGoOn = this.#session.holds('manager', 'administrator');
  protected readonly canDecide = computed(() => this.edition()?.moves.some(move => move === 'approve' || move === 'publish') ?? false);
  protected readonly isOpen = computed(() => this.edition()?.stage === 'draft' || this.edition()?.stage === 'in review');
  protected readonly needsAcceptance = computed(
    () => this.problem()?.problem.code === 'live-moved' || (this.edition()?.changes.some(change => change.baseMoved) ?? false),
  );
  protected readonly shownHtml = computed(() => (this.showsBefore() ? this.before()?.html : this.after()?.html) ?? '');
  readonly #rows = computed(() => (this.showsBefore() ? this.before() : this.after())?.targets.flatMap(target => target.rows) ?? []);
  protected readonly numbers = computed(
    () => new Map(this.#rows().flatMap(row => (row.number === null ? [] : [[row.placementId, row.number] as const]))),
  );
  protected readonly highlighted = computed(() => {
    const changed = new Set(this.edition()?.changes.map(change => change.recordId));
    return this.#rows().find(row => changed.has(row.placementId) || changed.has(row.blockId))?.placementId ?? '';
  });
  protected readonly stageWords = computed(
    () =>
      ({
        draft: 'Draft by',
        'in review': 'Sent for review by',
        approved: 'Approved; proposed by',
        declined: 'Declined; proposed by',
        withdrawn: 'Withdrawn by',
      })[this.edition()?.stage ?? 'draft'],
  );

  constructor() {
    toObservable(this.id)
      .pipe(
        switchMap(id =>
          this.#again.pipe(
            startWith(null),
            map(() => id),
          ),
        ),
        switchMap(id => this.#read(id)),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  protected writerOf(change: EditionDetail['changes'][number]): string | undefined {
    return placesOf(change.kind).writer;
  }

  protected has(move: MoveRequest['name']): boolean {
    return this.edition()?.moves.includes(move) ?? false;
  }

  protected approveLabel(verb = 'Approve'): string {
    const edition = this.edition()!;
    const single =
      edition.changes.length === 1
        ? edition.changes[0]!.effect.label
        : (edition.changes.find(change => placesOf(change.kind).isSelectable)?.effect.label ?? `${edition.changes.length} changes`);
    const plain = single.replace(/ from .*$/, '');
    const how = this.ahead.isUnknown() ? `${verb} unchecked` : verb;
    return this.ahead.from() ? `${how} for that date: ${plain}` : `${how} at once: ${plain}`;
  }

  protected faultAt(pointer: string): string | null {
    return this.problem()?.faultAt(pointer) ?? null;
  }

  protected takeWish(): void {
    const wish = this.edition()?.wishedFrom;
    if (wish) this.ahead.setFrom({ local: localTimeAt(wish, this.#session.site.zone), zone: this.#session.site.zone });
  }

  protected lifeWords(edition: EditionDetail): string {
    const isAhead = edition.publishedFrom! > this.now;
    return edition.takesOff ? (isAhead ? 'Goes off' : 'Off since') : isAhead ? 'Goes live' : 'Live since';
  }

  /** Reads it again as it stands now, after somebody saved in between. */
  protected readAgain(): void {
    this.unseen.set([]);
    this.problem.set(null);
    this.#again.next();
  }

  protected make(name: MoveRequest['name']): void {
    this.isBusy.set(true);
    const publishes = name === 'approve' || name === 'publish';
    this.#api
      .moveEdition(this.id(), {
        name,
        decidedOn: headsOf(this.edition()!),
        scheduled: this.ahead.settled,
        remark: this.remark,
        acceptsMovedBase: this.accepts,
        acceptsBroken: this.acceptsBroken,
        ...(publishes ? { times: this.ahead.times } : {}),
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
            name === 'return'
              ? `Returned to ${edition.author.name} with your remark.`
              : name === 'decline'
                ? 'Declined. Nothing changes for readers; the words stay in its history.'
                : name === 'withdraw'
                  ? 'Withdrawn. Nothing changes for readers.'
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

  protected pastOf(move: string): string {
    return (
      {
        'send for review': 'sent it for review',
        'take back': 'took it back',
        return: 'returned it',
        decline: 'declined it',
        approve: 'approved it',
        publish: 'published it',
        withdraw: 'withdrew it',
      }[move] ?? move
    );
  }

  /** Reads the edition, then both sides of what it changes; another that is asked for meanwhile takes the place of either. */
  #read(id: string): Observable<unknown> {
    return this.#api.readEdition(id).pipe(
      tap(edition => {
        this.edition.set(edition);
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

  #look(page: string, edition: EditionDetail): Observable<unknown> {
    const vantage = {
      page,
      reader: { signedIn: false, roles: [], memberships: [] },
      moment: edition.wishedFrom && edition.wishedFrom > this.now ? edition.wishedFrom : null,
    };
    const shown = edition.changes.find(change => placesOf(change.kind).isSelectable) ?? edition.changes[0];
    const showing = shown && placesOf(shown.kind).isSeen ? shown.recordId : null;
    // Both sides are looked at from where the change shows.
    return this.#api.view({ vantage, withEditions: this.isOpen() ? [edition.id] : [], changes: [], showing }).pipe(
      catchError(() => of(null)),
      tap(view => this.after.set(view)),
      switchMap(view => {
        const same = view ? { ...vantage, page: view.sight.page, reader: view.sight.reader, moment: view.moment } : vantage;
        return this.#api.view({ vantage: same, withEditions: [], changes: [] }).pipe(catchError(() => of(null)));
      }),
      tap(view => this.before.set(view)),
    );
  }
}
