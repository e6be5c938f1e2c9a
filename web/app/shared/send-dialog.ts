import { ChangeDetectionStrategy, Component, computed, inject, type OnInit, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NgbActiveModal } from '@ng-bootstrap/ng-bootstrap/modal';
import type { Check } from '@contract/assembling';
import type { EditionDetail, Effect } from '@contract/messages';
import type { LocalTime } from '@core/schedule/local-time';
import { judgeMove, type MoveName, type Role } from '@core/workflow/workflow';
import { catchError, of } from 'rxjs';
import { v7 as uuidv7 } from 'uuid';
import { ApiClient, ApiProblem } from '../api/api-client';
import { SessionService } from '../state/session.service';
import { type WorkingChange, unsaved } from '../state/working-changes.service';
import { Breaches } from './breaches';
import { CoveredChoice, type ScheduledChoice } from './covered-choice';
import { EffectList } from './effect-list';
import { MomentField } from './moment-field';

/** Says what changes would do, and saves them: as a draft, for review, or live where one may. */
@Component({
  selector: 'almanac-send-dialog',
  imports: [FormsModule, MomentField, EffectList, Breaches, CoveredChoice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="modal-header">
      <h2 class="modal-title">{{ isAsking ? 'What changes' : 'Save these changes' }}</h2>
      <button class="btn-close" aria-label="Close" (click)="modal.dismiss()"></button>
    </div>
    <div class="modal-body">
      @for (change of changes; track change.recordId) {
        <details class="change" [open]="isAsking">
          <summary>
            <b>{{ change.title }}</b> <span class="quiet">{{ change.kind }}, {{ change.did }}</span>
            <span class="what">{{ effectOf(change)?.label ?? '…' }}</span>
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
      <almanac-breaches [check]="check()" />
      @if (mayPublish()) {
        <almanac-covered-choice [check]="check()" [choice]="scheduled()" (choiceChange)="setScheduled($event)" />
      }
      @if (!isAsking && mayGoOn && mayPublish() && (check()?.broken ?? []).length > 0) {
        <div class="field">
          <label class="form-label" for="edition-accepts"
            >Why it goes ahead all the same <span class="quiet">(kept in its history)</span></label
          ><input class="form-control" id="edition-accepts" [(ngModel)]="acceptsBroken" />
        </div>
      }
      @if (!isAsking) {
        <div class="field">
          <label class="form-label" for="edition-title">What is this about</label
          ><input class="form-control" id="edition-title" [(ngModel)]="title" />
        </div>
        <div class="field">
          <label class="form-label" for="edition-remark">For whoever reviews it</label
          ><textarea class="form-control" id="edition-remark" rows="2" [(ngModel)]="remark"></textarea>
        </div>
        @if (mayPublish()) {
          <div class="row-line two">
            <almanac-moment-field
              label="Goes live"
              emptyMeans="Empty: at once."
              [value]="from()"
              [fault]="faultAt('/times/from')"
              (valueChange)="setFrom($event)"
            />
            <almanac-moment-field
              label="Until"
              emptyMeans="Empty: until further notice."
              [value]="until()"
              [fault]="faultAt('/times/until')"
              (valueChange)="setUntil($event)"
            />
          </div>
        } @else {
          <almanac-moment-field
            label="Wished for"
            emptyMeans="Empty: whenever it is approved. A wish publishes nothing."
            [value]="from()"
            (valueChange)="setFrom($event)"
          />
        }
        @if (problem(); as problem) {
          <p class="notice-line ember" role="alert">{{ problem.message }}</p>
        }
      }
    </div>
    @if (!isAsking) {
      <div class="foot">
        <button class="btn btn-plain" [disabled]="isBusy()" (click)="save(null)">Keep as draft</button>
        <span class="grow"></span>
        @if (mayPublish()) {
          <button class="btn btn-plain" [disabled]="isBusy() || check()?.beyond" (click)="save('publish')">
            {{ publishLabel() }}
          </button>
        }
        <button class="btn btn-primary" [disabled]="isBusy()" (click)="save('send for review')">Send for review: {{ headline() }}</button>
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
  /** Set by whoever opens the dialog. */
  changes: readonly WorkingChange[] = [];
  /** Only shows what the changes do. */
  isAsking = false;
  title = '';
  protected remark = '';
  protected acceptsBroken = '';
  protected readonly check = signal<Check | null>(null);
  protected readonly mayGoOn = this.#session.holds('manager', 'administrator');
  protected readonly from = signal<LocalTime | null>(null);
  protected readonly until = signal<LocalTime | null>(null);
  protected readonly effects = signal<readonly Effect[]>([]);
  protected readonly problem = signal<ApiProblem | null>(null);
  protected readonly isBusy = signal(false);
  protected readonly mayPublish = signal(false);
  /** What becomes of something planned that publishing would cover. */
  protected readonly scheduled = signal<ScheduledChoice>('keep');
  protected readonly publishLabel = computed(() => {
    const covered = (this.check()?.covers ?? []).length > 0;
    const what = this.from() ? 'Publish for that date' : 'Publish at once';
    return covered ? `${what}, ${this.scheduled() === 'keep' ? 'keeping' : 'cancelling'} what is planned` : what;
  });
  protected readonly headline = computed(() => {
    const labels = this.effects().map(effect => effect.label);
    const placement = this.effects().find(effect => this.changes.find(change => change.recordId === effect.recordId)?.kind === 'placement');
    return labels.length === 1 ? labels[0]! : placement && labels.length === 2 ? placement.label : `${this.changes.length} changes`;
  });
  readonly #id = uuidv7();

  ngOnInit(): void {
    const roles = (this.#session.session()?.person?.roles ?? []) as readonly Role[];
    this.mayPublish.set(
      judgeMove('publish', {
        stage: 'draft',
        kinds: this.changes.map(change => change.kind),
        roles,
        isOwn: true,
        hasWritten: true,
        reachesBeyond: false,
      }).kind === 'moved',
    );
    this.title ||=
      this.changes.length > 0 ? `${this.changes[0]!.title}, ${this.changes[0]!.did}${this.changes.length > 2 ? ' and more' : ''}` : '';
    this.#api
      .effect({ changes: unsaved(this.changes) })
      .pipe(
        catchError((error: unknown) => {
          this.problem.set(error instanceof ApiProblem ? error : null);
          return of([] as Effect[]);
        }),
      )
      .subscribe(effects => this.effects.set(effects));
    // Taking off what is only planned is to cancel it; anything else leaves the plan as it is.
    if (this.changes.every(change => change.retires)) this.scheduled.set('cancel');
    this.#lookAhead();
  }

  protected setUntil(until: LocalTime | null): void {
    this.until.set(until);
    this.#lookAhead();
  }

  protected setScheduled(choice: ScheduledChoice): void {
    this.scheduled.set(choice);
    this.#lookAhead();
  }

  /** Sets when it goes live, or is wished for, and looks again at what that breaks. */
  protected setFrom(from: LocalTime | null): void {
    this.from.set(from);
    this.#lookAhead();
  }

  #lookAhead(): void {
    this.#api
      .checkExpectations({
        changes: unsaved(this.changes),
        times: { from: this.from(), until: this.until(), afterwards: 'earlier' },
        scheduled: this.scheduled(),
      })
      .pipe(catchError(() => of(null)))
      .subscribe(check => this.check.set(check));
  }

  // Said only where it was asked: what nobody saw is not settled by a default.
  #settled(): ScheduledChoice | null {
    return (this.check()?.covers ?? []).length > 0 ? this.scheduled() : null;
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
    const times = move === 'publish' ? { from: this.from(), until: this.until(), afterwards: 'earlier' as const } : undefined;
    this.#api
      .createEdition({
        id: this.#id,
        title: this.title,
        remark: this.remark,
        wishedFrom: move === 'publish' ? null : this.from(),
        changes: this.changes.map(({ recordId, kind, value, retires, baseRevisionId }) => ({
          recordId,
          kind,
          value,
          retires,
          baseRevisionId,
        })),
        ...(move
          ? {
              move: {
                name: move,
                times,
                remark: '',
                acceptsMovedBase: false,
                acceptsBroken: this.acceptsBroken,
                scheduled: this.#settled(),
              },
            }
          : {}),
      })
      .subscribe({
        next: (edition: EditionDetail) => this.modal.close(edition),
        error: (error: unknown) => {
          this.isBusy.set(false);
          this.problem.set(error instanceof ApiProblem ? error : null);
        },
      });
  }
}
