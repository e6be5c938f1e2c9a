import { ChangeDetectionStrategy, Component, computed, inject, type OnInit, signal } from '@angular/core';
import type { LocalTime } from '@core/schedule/local-time';
import { placesOf } from '../kinds/index';
import { FormsModule } from '@angular/forms';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Covered } from '@contract/assembling';
import type { EditionDetail, EditionRow, Effect } from '@contract/messages';
import type { OfferedMove } from '@contract/workflows';
import { capitalised, told } from '@core/tongue/say';
import { catchError, of } from 'rxjs';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient, ApiProblem } from '../api/api-client';
import { MergeService } from '../merging/merge.service';
import { SessionService } from '../state/session.service';
import { type WorkingChange, WorkingChangesService, unsaved } from '../state/working-changes.service';
import { Breaches } from './breaches';
import { Clashes, type RecordClash } from './clashes';
import { CoveredChoice } from './covered-choice';
import { EffectList } from './effect-list';
import { LeftAddresses, usualForwarding } from './left-addresses';
import { LookAhead } from './look-ahead';
import { MomentField } from './moment-field';
import { PublicationTimes } from './publication-times';
import { ToldPipe } from './told.pipe';
import { VerbPipe } from './verb.pipe';

/** Says what changes would do, and saves them: as a draft, for review, or live where one may. */
@Component({
  selector: 'almanac-send-dialog',
  imports: [ToldPipe, VerbPipe, FormsModule, LeftAddresses, MomentField, PublicationTimes, EffectList, Breaches, Clashes, CoveredChoice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 class="modal-title">
        @if (isAsking) {
          <ng-container i18n>What changes</ng-container>
        } @else {
          <ng-container i18n>Save these changes</ng-container>
        }
      </h2>
      <button class="btn-close" aria-label="Close" i18n-aria-label (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      <almanac-clashes
        [clashes]="clashes()"
        (together)="bringTogether($event)"
        (theirsTaken)="takeTheirs($event)"
        (mineKept)="keepMine($event)"
      />
      @for (warning of warnings; track warning) {
        <p class="notice-line">{{ warning }}</p>
      }
      @for (change of changes; track change.recordId) {
        <details class="change" [open]="isAsking">
          <summary>
            <b>{{ change.title }}</b> <span class="quiet">{{ change.kind | told }}, {{ change.did }}</span>
            <span class="what">
              @if (effectOf(change)?.label; as label) {
                {{ label }}
              } @else if (effectsUnknown()) {
                <ng-container i18n>effect not known</ng-container>
              } @else {
                …
              }
            </span>
          </summary>
          @if (effectOf(change); as effect) {
            @for (warning of effect.warnings; track warning) {
              <p class="notice-line">{{ warning }}</p>
            }
            <almanac-effect-list [effect]="effect" />
          }
          @if (faultsOf($index); as faults) {
            @for (fault of faults; track fault) {
              <p class="form-fault" role="alert">{{ fault }}</p>
            }
          }
        </details>
      }
      <almanac-breaches [check]="ahead.check()" [isUnknown]="ahead.isUnknown()" (again)="ahead.ask()" />
      @if (mayPublish()) {
        <almanac-covered-choice
          [check]="ahead.check()"
          [choice]="ahead.scheduled()"
          (choiceChange)="ahead.setScheduled($event)"
          (settle)="settlePlanned($event)"
        />
      }
      @if (!isAsking && mayGoOn && mayPublish() && (ahead.check()?.broken ?? []).length > 0) {
        <div class="field">
          <label i18n class="form-label" for="edition-accepts"
            >Why it goes ahead all the same <span class="quiet">(kept in its history)</span></label
          ><input class="form-control" id="edition-accepts" [(ngModel)]="acceptsBroken" />
        </div>
      }
      @if (!isAsking) {
        @if (editions().length > 0) {
          <div class="field">
            <label i18n class="form-label" for="edition-together">Together with</label>
            <select class="form-select" id="edition-together" [(ngModel)]="together">
              <option i18n [ngValue]="null">nothing else: an edition of its own</option>
              @for (each of editions(); track each.id) {
                <option [ngValue]="each">{{ each.title }} ({{ each.stage | told }}, {{ each.summary }})</option>
              }
            </select>
          </div>
        }
        @if (!together()) {
          <div class="field">
            <label i18n class="form-label" for="edition-title">What is this about</label
            ><input class="form-control" id="edition-title" [(ngModel)]="title" />
          </div>
          <div class="field">
            <label i18n class="form-label" for="edition-remark">For whoever reviews it</label
            ><textarea class="form-control" id="edition-remark" rows="2" [(ngModel)]="remark"></textarea>
          </div>
          @if (mayPublish()) {
            <almanac-left-addresses [effects]="effects()" [(wish)]="forwarding" />
            <almanac-publication-times [ahead]="ahead" [faultAt]="faultAt" />
          } @else {
            <almanac-moment-field
              label="Wished for"
              i18n-label
              emptyMeans="Empty: whenever it is approved. A wish publishes nothing."
              i18n-emptyMeans
              [value]="ahead.from()"
              (valueChange)="ahead.setFrom($event)"
            />
          }
        } @else {
          <p i18n class="form-help">It goes live with all else in it, all or none. When, is said there.</p>
        }
        @for (move of offers(); track move.name) {
          @for (reason of move.waitsFor; track reason) {
            <p class="notice-line">
              <b>{{ move.name | verb }}:</b> {{ reason }}
            </p>
          }
        }
        @if (offers()?.length === 0) {
          <p i18n class="form-help">Your roles let you keep this as a draft, not send it on.</p>
        }
        @if (problem() && clashes().length === 0) {
          <p class="notice-line ember" role="alert">{{ problem()!.words }}</p>
        }
      }
    </div>
    @if (!isAsking) {
      <div class="foot">
        @if (together(); as edition) {
          <span class="grow"></span>
          <button i18n class="btn btn-primary" [disabled]="!isSeen()" (click)="join(edition)">
            Add to “{{ edition.title }}”: {{ headline() }}
          </button>
        } @else {
          <button i18n class="btn btn-plain" [disabled]="isBusy() || isStuck()" (click)="save(null)">Keep as draft</button>
          <span class="grow"></span>
          @if (publishing(); as move) {
            <button
              class="btn"
              [class.btn-plain]="sends().length > 0"
              [class.btn-primary]="sends().length === 0"
              [disabled]="!isSeen() || ahead.isUnsettled() || ahead.check()?.beyond || move.waitsFor.length > 0"
              (click)="save(move)"
            >
              {{ publishLabel() }}
            </button>
          }
          @for (move of sends(); track move.name; let isFirst = $first) {
            <button
              class="btn"
              [class.btn-primary]="isFirst"
              [class.btn-plain]="!isFirst"
              [disabled]="!isSeen() || move.waitsFor.length > 0"
              (click)="save(move)"
            >
              {{ move.name | verb }}: {{ headline() }}
            </button>
          }
        }
      </div>
    }
  `,
  styles: `
    .change {
      border-bottom: 1px solid #ece6d9;
      padding: 4px 0;
    }
    summary {
      display: flex;
      gap: 8px;
      align-items: baseline;
      cursor: pointer;
      min-height: 26px;
    }
    .what {
      margin-left: auto;
      color: var(--tide);
      font-weight: 600;
    }
    .field {
      margin-top: 12px;
    }
    .foot {
      display: flex;
      gap: 10px;
      padding: 12px 20px;
      border-top: 3px double var(--hair);
    }
    .foot .btn-primary {
      white-space: normal;
    }
  `,
})
export class SendDialog implements OnInit {
  protected readonly modal = inject(NgbActiveModal);
  readonly #api = inject(ApiClient);
  readonly #session = inject(SessionService);
  readonly #working = inject(WorkingChangesService);
  readonly #merges = inject(MergeService);
  /** Set by whoever opens the dialog. */
  changes: readonly WorkingChange[] = [];
  /** What should be known besides what each change does. */
  warnings: readonly string[] = [];
  /** When what is published is to end, to begin with; what ended earlier until now then does not. */
  until: LocalTime | null = null;
  /** Only shows what the changes do. */
  isAsking = false;
  title = '';
  /** Open editions that the changes could go live with. */
  protected readonly editions = signal<readonly EditionRow[]>([]);
  /** The one that they are to go live with; null for one of their own. */
  protected readonly together = signal<EditionRow | null>(null);
  protected remark = '';
  protected acceptsBroken = '';
  protected readonly forwarding = signal(usualForwarding);
  protected readonly ahead = new LookAhead(() => ({ changes: unsaved(this.changes) }));
  protected readonly mayGoOn = this.#session.may('go on though broken');
  protected readonly effects = signal<readonly Effect[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  /** Versions of others that have to be settled before anything can be saved. */
  protected readonly clashes = signal<readonly RecordClash[]>([]);
  protected readonly isStuck = computed(() => this.clashes().length > 0);
  protected readonly effectsUnknown = signal(false);
  readonly #areEffectsAsked = signal(true);
  /** Whether what readers will get stands on the screen, or that it is not known: only then can it be let go. */
  protected readonly isSeen = computed(
    () => !this.isBusy() && !this.isStuck() && this.offers() !== null && !this.#areEffectsAsked() && !this.ahead.isAsking(),
  );
  /** How it could go on; null until that is known. */
  protected readonly offers = signal<readonly OfferedMove[] | null>(null);
  protected readonly publishing = computed(() => this.offers()?.find(each => each.publishes) ?? null);
  protected readonly sends = computed(() => (this.offers() ?? []).filter(each => !each.publishes));
  protected readonly mayPublish = computed(() => this.publishing() !== null);
  protected readonly publishLabel = computed(() => {
    const verb = capitalised(told(this.publishing()?.name ?? ''));
    const when = this.ahead.from() ? $localize`${verb} for that date` : $localize`${verb} at once`;
    const what = this.ahead.isUnknown() ? $localize`${when}, unchecked` : when;
    return this.ahead.coversSomething()
      ? {
          carry: $localize`${what}, and in what is planned`,
          keep: $localize`${what}, keeping what is planned`,
          cancel: $localize`${what}, cancelling what is planned`,
        }[this.ahead.scheduled()]
      : what;
  });
  protected readonly headline = computed(() => {
    if (this.effectsUnknown()) return $localize`what it does is not known`;
    const labels = this.effects().map(effect => effect.label);
    const placement = this.effects().find(effect =>
      this.changes.some(change => change.recordId === effect.recordId && placesOf(change.kind).isSelectable),
    );
    return labels.length === 1
      ? labels[0]!
      : placement && labels.length === 2
        ? placement.label
        : $localize`${this.changes.length} changes`;
  });
  readonly #id = uuidv7();

  ngOnInit(): void {
    this.title ||=
      this.changes.length > 0
        ? `${this.changes[0]!.title}, ${this.changes[0]!.did}${this.changes.length > 2 ? $localize` and more` : ''}`
        : '';
    if (!this.isAsking)
      this.#api
        .listEditions('open')
        .pipe(catchError(() => of([])))
        .subscribe(editions => this.editions.set(editions));
    this.#askEffects();
    this.#askOffers();
    // Taking off what is only planned is to cancel it; anything else leaves the plan as it is.
    if (this.changes.every(change => change.retires) || this.until) this.ahead.scheduled.set('cancel');
    this.ahead.until.set(this.until);
    this.ahead.ask();
  }

  #askOffers(): void {
    this.#api
      .offers(unsaved(this.changes))
      .pipe(
        catchError((error: unknown) => {
          this.problem.set(error instanceof ApiProblem ? error : null);
          return of({ moves: [] });
        }),
      )
      .subscribe(({ moves }) => this.offers.set(moves));
  }

  #askEffects(): void {
    this.#areEffectsAsked.set(true);
    this.#api
      .effect({ changes: unsaved(this.changes) })
      .pipe(
        catchError((error: unknown) => {
          this.problem.set(error instanceof ApiProblem ? error : null);
          this.effectsUnknown.set(true);
          return of([] as Effect[]);
        }),
      )
      .subscribe(effects => {
        this.effects.set(effects);
        this.#areEffectsAsked.set(false);
      });
  }

  /** Gives up one's own version of a record. */
  protected takeTheirs({ recordId }: RecordClash): void {
    this.changes = this.changes.filter(each => each.recordId !== recordId);
    this.#working.drop(recordId);
    this.#settle(recordId);
    if (this.changes.length === 0) this.modal.dismiss();
  }

  /** Goes on with one's own version of a record, over theirs. */
  protected keepMine({ recordId, theirs }: RecordClash): void {
    this.changes = this.changes.map(each => (each.recordId === recordId ? { ...each, baseRevisionId: theirs.revisionId } : each));
    this.#working.rebase(recordId, theirs.revisionId);
    this.#settle(recordId);
  }

  /** Brings both versions of a record together, and goes on with what they come to. */
  protected async bringTogether(clash: RecordClash): Promise<void> {
    const change = this.changes.find(each => each.recordId === clash.recordId)!;
    const merged = await this.#merges.ofClash(change, clash);
    if (!merged) return;
    const { value } = merged.merging;
    this.changes = this.changes.map(each => (each === change ? { ...each, value, baseRevisionId: clash.theirs.revisionId } : each));
    this.#working.rebase(clash.recordId, clash.theirs.revisionId, { value });
    this.#settle(clash.recordId);
    this.#askEffects();
  }

  /** Settles what a change and something planned say differently. */
  protected async settlePlanned({ recordId, title, revisionId }: Covered): Promise<void> {
    const change = this.changes.find(each => each.recordId === recordId);
    const merged = change && revisionId ? await this.#merges.ofPlanned(change, title, revisionId) : null;
    if (merged) this.ahead.settle(revisionId!, merged.choices);
  }

  #settle(recordId: string): void {
    this.clashes.update(clashes => clashes.filter(each => each.recordId !== recordId));
    this.problem.set(null);
    this.ahead.ask();
  }

  protected effectOf(change: WorkingChange): Effect | undefined {
    return this.effects().find(effect => effect.recordId === change.recordId);
  }

  protected faultsOf(index: number): readonly string[] {
    return (this.problem()?.problem.errors ?? []).filter(each => each.pointer.startsWith(`/changes/${index}/`)).map(each => each.detail);
  }

  protected readonly faultAt = (pointer: string): string | null => this.problem()?.faultAt(pointer) ?? null;

  /** Puts the changes into an edition on its way. */
  protected join({ id }: EditionRow): void {
    this.isBusy.set(true);
    this.#api
      .joinEdition(id, { changes: this.changes.map(({ title: _, did: __, ...change }) => change) })
      .subscribe({ next: edition => this.modal.close(edition), error: (error: unknown) => this.#refused(error) });
  }

  protected save(move: OfferedMove | null): void {
    this.isBusy.set(true);
    const times = move?.publishes ? this.ahead.times : undefined;
    this.#api
      .createEdition({
        id: this.#id,
        title: this.title,
        remark: this.remark,
        wishedFrom: move?.publishes ? null : this.ahead.from(),
        changes: this.changes.map(({ title: _, did: __, ...change }) => change),
        ...(move
          ? {
              move: {
                name: move.name,
                times,
                remark: '',
                acceptsMovedBase: false,
                acceptsBroken: this.acceptsBroken,
                scheduled: this.ahead.settled,
                carried: this.ahead.carried(),
                forwarding: this.forwarding(),
              },
            }
          : {}),
      })
      .subscribe({
        next: (edition: EditionDetail) => this.modal.close(edition),
        error: (error: unknown) => this.#refused(error),
      });
  }

  #refused(error: unknown): void {
    this.isBusy.set(false);
    const problem = error instanceof ApiProblem ? error : null;
    this.problem.set(problem);
    this.clashes.set((problem?.problem['clashes'] as readonly RecordClash[] | undefined) ?? []);
  }
}
