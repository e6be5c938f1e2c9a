import { ChangeDetectionStrategy, Component, computed, inject, type OnInit, signal } from '@angular/core';
import { placesOf } from '../kinds/index';
import { FormsModule } from '@angular/forms';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { EditionDetail, Effect } from '@contract/messages';
import { judgeMove, type MoveName } from '@core/workflow/workflow';
import { catchError, of } from 'rxjs';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient, ApiProblem } from '../api/api-client';
import { SessionService } from '../state/session.service';
import { type WorkingChange, WorkingChangesService, unsaved } from '../state/working-changes.service';
import { Breaches } from './breaches';
import { Clashes, type RecordClash } from './clashes';
import { CoveredChoice } from './covered-choice';
import { EffectList } from './effect-list';
import { LeftAddresses, usualForwarding } from './left-addresses';
import { LookAhead } from './look-ahead';
import { MomentField } from './moment-field';

/** Says what changes would do, and saves them: as a draft, for review, or live where one may. */
@Component({
  selector: 'almanac-send-dialog',
  imports: [FormsModule, LeftAddresses, MomentField, EffectList, Breaches, Clashes, CoveredChoice],
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
      <almanac-clashes [clashes]="clashes()" (theirsTaken)="takeTheirs($event)" (mineKept)="keepMine($event)" />
      @for (warning of warnings; track warning) {
        <p class="notice-line">{{ warning }}</p>
      }
      @for (change of changes; track change.recordId) {
        <details class="change" [open]="isAsking">
          <summary>
            <b>{{ change.title }}</b> <span class="quiet">{{ change.kind }}, {{ change.did }}</span>
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
        <almanac-covered-choice [check]="ahead.check()" [choice]="ahead.scheduled()" (choiceChange)="ahead.setScheduled($event)" />
      }
      @if (!isAsking && mayGoOn && mayPublish() && (ahead.check()?.broken ?? []).length > 0) {
        <div class="field">
          <label i18n class="form-label" for="edition-accepts"
            >Why it goes ahead all the same <span class="quiet">(kept in its history)</span></label
          ><input class="form-control" id="edition-accepts" [(ngModel)]="acceptsBroken" />
        </div>
      }
      @if (!isAsking) {
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
          <div class="row-line two">
            <almanac-moment-field
              label="Goes live"
              i18n-label
              emptyMeans="Empty: at once."
              i18n-emptyMeans
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
        @if (problem() && clashes().length === 0) {
          <p class="notice-line ember" role="alert">{{ problem()!.message }}</p>
        }
      }
    </div>
    @if (!isAsking) {
      <div class="foot">
        <button i18n class="btn btn-plain" [disabled]="isBusy() || isStuck()" (click)="save(null)">Keep as draft</button>
        <span class="grow"></span>
        @if (mayPublish()) {
          <button class="btn btn-plain" [disabled]="isBusy() || isStuck() || ahead.check()?.beyond" (click)="save('publish')">
            {{ publishLabel() }}
          </button>
        }
        <button i18n class="btn btn-primary" [disabled]="isBusy() || isStuck()" (click)="save('send for review')">
          Send for review: {{ headline() }}
        </button>
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
    .two {
      align-items: flex-start;
      gap: 24px;
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
  /** Set by whoever opens the dialog. */
  changes: readonly WorkingChange[] = [];
  /** What should be known besides what each change does. */
  warnings: readonly string[] = [];
  /** Only shows what the changes do. */
  isAsking = false;
  title = '';
  protected remark = '';
  protected acceptsBroken = '';
  protected readonly forwarding = signal(usualForwarding);
  protected readonly ahead = new LookAhead(() => ({ changes: unsaved(this.changes) }));
  protected readonly mayGoOn = this.#session.holds('manager', 'administrator');
  protected readonly effects = signal<readonly Effect[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  /** Versions of others that have to be settled before anything can be saved. */
  protected readonly clashes = signal<readonly RecordClash[]>([]);
  protected readonly isStuck = computed(() => this.clashes().length > 0);
  protected readonly effectsUnknown = signal(false);
  protected readonly mayPublish = signal(false);
  protected readonly publishLabel = computed(() => {
    const when = this.ahead.from() ? $localize`Publish for that date` : $localize`Publish at once`;
    const what = this.ahead.isUnknown() ? $localize`${when}, unchecked` : when;
    return this.ahead.coversSomething()
      ? this.ahead.scheduled() === 'keep'
        ? $localize`${what}, keeping what is planned`
        : $localize`${what}, cancelling what is planned`
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
    this.mayPublish.set(
      judgeMove('publish', {
        stage: 'draft',
        written: this.changes.map(change => this.#session.written(change.kind, change.locale ?? undefined)),
        grants: this.#session.grants,
        isOwn: true,
        hasWritten: true,
        reachesBeyond: () => false,
      }).kind === 'moved',
    );
    this.title ||=
      this.changes.length > 0
        ? `${this.changes[0]!.title}, ${this.changes[0]!.did}${this.changes.length > 2 ? $localize` and more` : ''}`
        : '';
    this.#api
      .effect({ changes: unsaved(this.changes) })
      .pipe(
        catchError((error: unknown) => {
          this.problem.set(error instanceof ApiProblem ? error : null);
          this.effectsUnknown.set(true);
          return of([] as Effect[]);
        }),
      )
      .subscribe(effects => this.effects.set(effects));
    // Taking off what is only planned is to cancel it; anything else leaves the plan as it is.
    if (this.changes.every(change => change.retires)) this.ahead.scheduled.set('cancel');
    this.ahead.ask();
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

  protected faultAt(pointer: string): string | null {
    return this.problem()?.faultAt(pointer) ?? null;
  }

  protected save(move: Extract<MoveName, 'publish' | 'send for review'> | null): void {
    this.isBusy.set(true);
    const times = move === 'publish' ? this.ahead.times : undefined;
    this.#api
      .createEdition({
        id: this.#id,
        title: this.title,
        remark: this.remark,
        wishedFrom: move === 'publish' ? null : this.ahead.from(),
        changes: this.changes.map(({ title: _, did: __, ...change }) => change),
        ...(move
          ? {
              move: {
                name: move,
                times,
                remark: '',
                acceptsMovedBase: false,
                acceptsBroken: this.acceptsBroken,
                scheduled: this.ahead.settled,
                forwarding: this.forwarding(),
              },
            }
          : {}),
      })
      .subscribe({
        next: (edition: EditionDetail) => this.modal.close(edition),
        error: (error: unknown) => {
          this.isBusy.set(false);
          const problem = error instanceof ApiProblem ? error : null;
          this.problem.set(problem);
          this.clashes.set((problem?.problem['clashes'] as readonly RecordClash[] | undefined) ?? []);
        },
      });
  }
}
