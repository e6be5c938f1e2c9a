import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import type { EditionDetail, MoveRequest, View } from '@contract/messages';
import { localTimeAt } from '@core/schedule/local-time';
import { catchError, EMPTY, map, of, startWith, Subject, switchMap, tap, type Observable } from 'rxjs';
import { ApiClient, ApiProblem } from '../api/api-client';
import { placesOf } from '../kinds/index';
import { Breaches } from '../shared/breaches';
import { CoveredChoice } from '../shared/covered-choice';
import { ComparisonView } from '../shared/comparison-view';
import { LeftAddresses, usualForwarding } from '../shared/left-addresses';
import { LookAhead } from '../shared/look-ahead';
import { MomentField } from '../shared/moment-field';
import { PhaseMark } from '../shared/phase-mark';
import { headsOf } from '../shared/heads';
import { UndoService } from '../shared/undo.service';
import { saySaved } from '../shared/say-saved';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { PagesService } from '../state/pages.service';
import { SessionService } from '../state/session.service';
import { ReviewChange } from './review-change';
import { ReviewHistory } from './review-history';
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
    FormsModule,
    RouterLink,
    Breaches,
    CoveredChoice,
    ComparisonView,
    MomentField,
    PhaseMark,
    ReviewChange,
    ReviewHistory,
    ReviewSides,
    WhenPipe,
    LeftAddresses,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (edition(); as edition) {
      <div class="read">
        <p class="small"><a i18n routerLink="/reviews">Reviews</a></p>
        <h1>{{ edition.title }}</h1>
        <p class="quiet">
          <almanac-phase [status]="edition.stage === 'withdrawn' ? 'retired' : edition.stage" />&nbsp;{{ stageWords() }}
          {{ edition.author.name }}, {{ edition.submittedAt ?? edition.createdAt | when }}. {{ edition.summary }}.
        </p>
        @if (edition.remark) {
          <p class="title-face remark">“{{ edition.remark }}”</p>
        }
        @for (change of edition.changes; track change.proposalId) {
          <almanac-review-change [change]="change" [edition]="edition" />
        }
        <almanac-review-history [steps]="edition.history" />
      </div>
      <div class="decide">
        @if (canDecide()) {
          <section class="panel">
            <h2 i18n>Decide</h2>
            <div class="two">
              <almanac-moment-field
                label="Goes live"
                i18n-label
                emptyMeans="Empty: at once."
                i18n-emptyMeans
                emptyWord="At once"
                i18n-emptyWord
                [value]="ahead.from()"
                [fault]="faultAt('/times/from')"
                (valueChange)="ahead.setFrom($event)"
              />
              <almanac-moment-field
                label="Until"
                i18n-label
                emptyMeans="Empty: until further notice."
                i18n-emptyMeans
                [value]="ahead.until()"
                [fault]="faultAt('/times/until')"
                (valueChange)="ahead.setUntil($event)"
              />
            </div>
            @if (edition.wishedFrom) {
              <p class="small">
                <ng-container i18n>Wished for {{ edition.wishedFrom | when }}.</ng-container>
                <button i18n class="btn-word" (click)="takeWish()">Take that date</button>
              </p>
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
                <ng-container i18n>I have compared them; put this version over the live one.</ng-container></label
              >
            }
            @if (canDecide()) {
              <almanac-left-addresses [effects]="effects()" [(wish)]="forwarding" />
            }
            <almanac-breaches [check]="ahead.check()" [isUnknown]="ahead.isUnknown()" (again)="ahead.ask()" />
            <almanac-covered-choice [check]="ahead.check()" [choice]="ahead.scheduled()" (choiceChange)="ahead.setScheduled($event)" />
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
            <div class="acts">
              @if (has('approve')) {
                <button class="btn btn-primary" [disabled]="isBusy()" (click)="make('approve')">{{ approveLabel() }}</button>
              } @else if (has('publish')) {
                <button class="btn btn-primary" [disabled]="isBusy()" (click)="make('publish')">{{ approveLabel('Publish') }}</button>
              }
              @if (has('return')) {
                <button i18n class="btn btn-plain" [disabled]="isBusy()" (click)="make('return')">Return with the remark</button>
              }
              @if (has('decline')) {
                <button i18n class="btn btn-plain" [disabled]="isBusy()" (click)="make('decline')">Decline</button>
              }
            </div>
          </section>
        } @else if (ahead.check()?.beyond; as words) {
          <p class="notice-line">{{ words }}</p>
        } @else if (edition.stage === 'in review') {
          <p i18n class="notice-line">
            This waits for {{ edition.reviewers.join(', ') || 'somebody with the right to approve' }}. What one proposes, another approves.
          </p>
        } @else if (edition.publishedFrom) {
          <p class="notice-line leaf">{{ lifeWords(edition) }} {{ edition.publishedFrom | when }}.</p>
        }
        <div class="acts">
          @if (edition.publishedFrom) {
            <button i18n class="btn btn-plain" (click)="undo()">Undo what was published…</button>
          }
          @if (has('send for review')) {
            <button i18n class="btn btn-primary" (click)="make('send for review')">Send for review</button>
          }
          @if (has('take back')) {
            <button i18n class="btn btn-plain" (click)="make('take back')">Take back</button>
          }
          @if (has('withdraw')) {
            <button i18n class="btn btn-plain" (click)="make('withdraw')">Withdraw</button>
          }
          @if (edition.lookAt && isOpen()) {
            <a i18n class="btn btn-plain" routerLink="/arrange" [queryParams]="{ page: edition.lookAt, with: edition.id }"
              >Look at it in Arrange</a
            >
          }
        </div>
        <almanac-review-sides [before]="before()" [after]="after()" [edition]="edition" />
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
    }
  `,
})
export class ReviewOne {
  readonly #again = new Subject<void>();
  readonly #api = inject(ApiClient);
  readonly #undoing = inject(UndoService);
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
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  /** What somebody changed since this was opened. */
  protected readonly unseen = signal<readonly Unseen[]>([]);
  protected remark = '';
  protected accepts = false;
  protected acceptsBroken = '';
  protected readonly mayGoOn = this.#session.holds('manager', 'administrator');
  protected readonly effects = computed(() => (this.edition()?.changes ?? []).map(each => each.effect));
  protected readonly forwarding = signal(usualForwarding);
  protected readonly canDecide = computed(() => this.edition()?.moves.some(move => move === 'approve' || move === 'publish') ?? false);
  protected readonly isOpen = computed(() => this.edition()?.stage === 'draft' || this.edition()?.stage === 'in review');
  protected readonly needsAcceptance = computed(
    () => this.problem()?.problem.code === 'live-moved' || (this.edition()?.changes.some(change => change.baseMoved) ?? false),
  );
  protected readonly stageWords = computed(
    () =>
      ({
        draft: $localize`Draft by`,
        'in review': $localize`Sent for review by`,
        approved: $localize`Approved; proposed by`,
        declined: $localize`Declined; proposed by`,
        withdrawn: $localize`Withdrawn by`,
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

  protected has(move: MoveRequest['name']): boolean {
    return this.edition()?.moves.includes(move) ?? false;
  }

  protected approveLabel(verb = $localize`Approve`): string {
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

  protected faultAt(pointer: string): string | null {
    return this.problem()?.faultAt(pointer) ?? null;
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
            name === 'return'
              ? $localize`Returned to ${edition.author.name} with your remark.`
              : name === 'decline'
                ? $localize`Declined. Nothing changes for readers; the words stay in its history.`
                : name === 'withdraw'
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
