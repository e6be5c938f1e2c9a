import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { RegionLimits } from '@core/theme/manifest';
import { listOf } from '@core/format/moment';
import { midSentence, told } from '@core/tongue/say';
import { roles } from '@core/workflow/workflow';
import { ApiProblem } from '../api/api-client';
import { ToldPipe } from '../shared/told.pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { textIn } from '../shared/typed-event';

type Limits = Readonly<Record<string, RegionLimits>>;

/** What each region may hold: which types, placed by whom, how few and how many. */
@Component({
  selector: 'almanac-limits',
  imports: [ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 i18n>What regions may hold</h2>
    <p i18n class="quiet">
      So that whoever places something sees the few choices that fit. Nothing that stands already is taken off by the types and roles; of
      more than the most, those that come later in the order stay away.
    </p>
    <div role="region" aria-label="Limits of each region" i18n-aria-label tabindex="0">
      <table class="panel">
        <thead>
          <tr>
            <th i18n scope="col">Region</th>
            <th i18n scope="col">Only these types</th>
            <th i18n scope="col">Placed by</th>
            <th i18n scope="col">At least</th>
            <th i18n scope="col">At most</th>
          </tr>
        </thead>
        <tbody>
          @for (target of targets; track target.name) {
            <tr>
              <th scope="row">
                {{ target.label }}<span class="quiet">{{ target.help }}</span>
              </th>
              <td>
                <div class="picks" role="group" ariaLabel="Types in {{ target.label }}" i18n-ariaLabel>
                  @for (type of types; track type.name) {
                    <label
                      ><input
                        type="checkbox"
                        class="form-check-input"
                        [disabled]="!mayChange"
                        [checked]="of(target.name).types?.includes(type.name)"
                        (change)="toggle(target.name, 'types', type.name)"
                      />
                      {{ type.label }}</label
                    >
                  }
                  @if (!of(target.name).types) {
                    <span i18n class="quiet">any type</span>
                  }
                </div>
              </td>
              <td>
                <div class="picks" role="group" ariaLabel="Roles for {{ target.label }}" i18n-ariaLabel>
                  @for (role of placing; track role) {
                    <label
                      ><input
                        type="checkbox"
                        class="form-check-input"
                        [disabled]="!mayChange"
                        [checked]="of(target.name).roles?.includes(role)"
                        (change)="toggle(target.name, 'roles', role)"
                      />
                      {{ role | told }}</label
                    >
                  }
                  @if (!of(target.name).roles) {
                    <span i18n class="quiet">whoever may place</span>
                  }
                </div>
              </td>
              <td>
                <input
                  class="form-control"
                  type="number"
                  min="0"
                  max="50"
                  ariaLabel="At least in {{ target.label }}"
                  i18n-ariaLabel
                  [disabled]="!mayChange"
                  [value]="of(target.name).least ?? ''"
                  (change)="count(target.name, 'least', textIn($event))"
                />
              </td>
              <td>
                <input
                  class="form-control"
                  type="number"
                  min="1"
                  max="50"
                  ariaLabel="At most in {{ target.label }}"
                  i18n-ariaLabel
                  [disabled]="!mayChange"
                  [value]="of(target.name).most ?? ''"
                  (change)="count(target.name, 'most', textIn($event))"
                />
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    @if (fault()) {
      <p class="notice-line ember" role="alert">{{ fault() }}</p>
    }
    @if (theirs(); as theirs) {
      <section class="notice-line ember" role="alert">
        <p i18n><b>Somebody has set other limits while you changed these.</b> Nothing is lost: theirs are</p>
        <ul>
          @for (each of differing(); track each.name) {
            <li>
              {{ each.label }}: {{ words(theirs.limits[each.name]) }}
              <span i18n class="quiet">(yours: {{ words(limits()[each.name]) }})</span>
              <button i18n class="btn-word" (click)="takeTheirs(each.name)">Take theirs</button>
            </li>
          } @empty {
            <li i18n>the same as yours.</li>
          }
        </ul>
        <button i18n class="btn btn-plain" (click)="goOnFromTheirs()">Go on with what stands in the table</button>
      </section>
    }
    @if (mayChange) {
      <p class="foot">
        <button i18n class="btn btn-primary" [disabled]="!isChanged() || theirs() !== null" (click)="save()">Set these limits</button>
        @if (isChanged()) {
          <button i18n class="btn btn-plain" (click)="limits.set(stored())">Leave them as they were</button>
        }
      </p>
    } @else {
      <p i18n class="notice-line">Limits are set by managers and administrators.</p>
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 1180px;
    }
    table {
      width: 100%;
    }
    th,
    td {
      text-align: start;
      padding: 5px 12px;
      border-bottom: 1px solid #ece6d9;
      vertical-align: top;
      font-weight: 400;
    }
    thead th {
      font-size: 12px;
      color: var(--ink-2);
    }
    tbody th {
      font-weight: 600;
      width: 220px;
    }
    tbody th span {
      display: block;
      font-weight: 400;
      font-size: 12px;
    }
    .picks {
      display: flex;
      flex-wrap: wrap;
      gap: 0 12px;
    }
    label {
      display: inline-flex;
      gap: 5px;
      align-items: center;
      min-height: 24px;
    }
    .form-check-input {
      margin: 0;
    }
    .form-control {
      width: 66px;
    }
    .foot {
      margin-top: 12px;
      display: flex;
      gap: 10px;
    }
  `,
})
export class LimitsSetUp {
  protected readonly textIn = textIn;
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  protected readonly targets = [...this.#session.site.theme.regions, ...this.#session.site.theme.insertionPoints];
  protected readonly types = this.#session.site.blockTypes;
  protected readonly placing = roles.filter(role => role === 'editor' || role === 'manager' || role === 'administrator');
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly stored = signal<Limits>(this.#limitsNow());
  protected readonly limits = signal<Limits>(this.#limitsNow());
  protected readonly fault = signal('');
  /** Limits that somebody else has set since these were read. */
  protected readonly theirs = signal<{ readonly limits: Limits; readonly tag: string } | null>(null);
  protected readonly differing = computed(() =>
    this.targets.filter(target => this.words(this.theirs()?.limits[target.name]) !== this.words(this.limits()[target.name])),
  );
  #madeFrom = this.#session.site.limitsTag;
  protected readonly isChanged = computed(() => JSON.stringify(this.limits()) !== JSON.stringify(this.stored()));

  protected of(target: string): RegionLimits {
    return this.limits()[target] ?? {};
  }

  /** Puts a type or role in or out; when none is left, it is not limited. */
  protected toggle(target: string, list: 'types' | 'roles', name: string): void {
    const held = this.of(target)[list] ?? [];
    const next = held.includes(name) ? held.filter(each => each !== name) : [...held, name];
    this.#set(target, { [list]: next.length === 0 ? undefined : next });
  }

  protected count(target: string, which: 'least' | 'most', typed: string): void {
    this.#set(target, { [which]: typed === '' ? undefined : Number(typed) });
  }

  protected save(): void {
    this.#session.saveLimits(this.limits(), this.#madeFrom).subscribe({
      next: session => {
        this.#madeFrom = session.desk!.limitsTag;
        this.stored.set(this.limits());
        this.fault.set('');
        this.#messages.done($localize`The limits hold from now on.`);
      },
      error: (error: unknown) => {
        const theirs = error instanceof ApiProblem ? (error.problem['theirs'] as ReturnType<typeof this.theirs>) : undefined;
        this.theirs.set(theirs ?? null);
        this.fault.set(error instanceof ApiProblem && !theirs ? error.message : '');
      },
    });
  }

  protected takeTheirs(target: string): void {
    this.limits.update(limits => ({ ...limits, [target]: this.theirs()?.limits[target] ?? {} }));
  }

  /** Theirs have been looked at: what is in the table now is made from them. */
  protected goOnFromTheirs(): void {
    const theirs = this.theirs();
    if (!theirs) return;
    this.#madeFrom = theirs.tag;
    this.stored.set(theirs.limits);
    this.theirs.set(null);
  }

  /** Limits in a few words. */
  protected words({ types, roles: held, least, most }: RegionLimits = {}): string {
    const parts = [
      ...(types?.length ? [types.map(name => midSentence(this.#session.blockType(name)?.label ?? name)).join(', ')] : []),
      ...(held?.length ? [$localize`by ${listOf(held.map(told))}`] : []),
      ...(least !== undefined ? [$localize`at least ${least}`] : []),
      ...(most !== undefined ? [$localize`at most ${most}`] : []),
    ];
    return parts.join('; ') || $localize`no limit`;
  }

  #set(target: string, part: RegionLimits): void {
    this.limits.update(limits => ({ ...limits, [target]: { ...limits[target], ...part } }));
  }

  #limitsNow(): Limits {
    return Object.fromEntries(this.targets.map(target => [target.name, target.limits ?? {}]));
  }
}
