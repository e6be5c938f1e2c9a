import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { SiteSettingsChange, ZoneReport } from '@contract/site';
import { listOf } from '@core/format/moment';
import type { LocalTime } from '@core/schedule/local-time';
import { ApiClient, ApiProblem } from '../api/api-client';
import { MomentField } from '../shared/moment-field';
import { timeZones } from '../shared/time-zones';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { ClosedPagesSetUp } from './closed-pages';
import { StylesSetUp } from './styles-set-up';
import type { GovernedKind } from '@core/workflow/governed';
import { KindsChoice } from '../shared/kinds-choice';

type Wanted = Required<
  Pick<
    SiteSettingsChange,
    | 'name'
    | 'description'
    | 'zone'
    | 'publicAddress'
    | 'isIndexed'
    | 'opening'
    | 'lockIdleMinutes'
    | 'warnDays'
    | 'framedHosts'
    | 'lockedKinds'
  >
>;
type Who = 'anyone' | 'staff' | 'from';

/** Name, clock and address of the site, who may see it, and what search engines are told. */
@Component({
  selector: 'almanac-site-set-up',
  imports: [KindsChoice, FormsModule, MomentField, ClosedPagesSetUp, StylesSetUp],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (ngSubmit)="save()" class="panel">
      <fieldset [disabled]="!mayChange">
        <legend i18n class="visually-hidden">The site</legend>
        <div class="fields">
          <div>
            <label i18n class="form-label" for="site-name">Name</label>
            <input
              class="form-control"
              id="site-name"
              [ngModel]="wanted().name"
              (ngModelChange)="set({ name: $event })"
              name="name"
              maxlength="80"
              required
            />
            <p class="form-fault" role="alert">{{ faultAt('/name') }}</p>
          </div>
          <div>
            <label i18n class="form-label" for="site-description">What it is about</label>
            <input
              class="form-control"
              id="site-description"
              [ngModel]="wanted().description"
              (ngModelChange)="set({ description: $event })"
              name="description"
              maxlength="300"
              aria-describedby="site-description-help"
            />
            <p i18n class="form-help" id="site-description-help">One sentence for search engines. Empty says nothing.</p>
          </div>
          <div>
            <label i18n class="form-label" for="site-address">Address under which it is public</label>
            <input
              class="form-control code"
              id="site-address"
              [disabled]="site.isAddressGiven"
              [ngModel]="wanted().publicAddress"
              (ngModelChange)="set({ publicAddress: $event })"
              name="address"
              placeholder="https://reserves.example"
              i18n-placeholder
              aria-describedby="site-address-help"
            />
            <p class="form-help" id="site-address-help">
              @if (site.isAddressGiven) {
                <ng-container i18n>Whoever started the server said it.</ng-container>
              } @else {
                <ng-container i18n>For the sitemap, feeds and e-mails. Empty takes the address by which it is asked.</ng-container>
              }
            </p>
            <p class="form-fault" role="alert">{{ faultAt('/publicAddress') }}</p>
          </div>
          <div>
            <label i18n class="form-label" for="site-zone">Time zone</label>
            <select class="form-select" id="site-zone" [ngModel]="wanted().zone" (ngModelChange)="chooseZone($event)" name="zone">
              @for (each of zones; track each) {
                <option [value]="each">{{ each }}</option>
              }
            </select>
            @if (report(); as report) {
              <div class="notice-line" role="status">
                <ng-container i18n><b>Nothing that was typed moves</b>: every time keeps the zone in which it was typed.</ng-container>
                @if (report.timeCount > 0) {
                  <ng-container i18n>{{ timesWords(report) }} written by the other clock from now on:</ng-container>
                  <ul>
                    @for (each of report.times.slice(0, 5); track $index) {
                      <li>
                        “{{ each.title }}” {{ each.what }}: {{ each.after }} <span i18n class="quiet">(as yet {{ each.before }})</span>
                      </li>
                    }
                  </ul>
                }
                @if (report.ruleCount > 0) {
                  <ng-container i18n
                    >{report.ruleCount, plural, =1 {One rule goes} other {{{ report.ruleCount }} rules go}} on opening and closing by the
                    clock of {{ listOf(report.ruleZones) }}.</ng-container
                  >
                }
              </div>
            }
          </div>
        </div>
        <fieldset>
          <legend i18n>Who may see it</legend>
          <label class="row-line"
            ><input type="radio" class="form-check-input" name="who" [checked]="who() === 'anyone'" (change)="chooseWho('anyone')" />
            <ng-container i18n>Anyone, page by page as the pages say</ng-container></label
          >
          <label class="row-line"
            ><input type="radio" class="form-check-input" name="who" [checked]="who() === 'staff'" (change)="chooseWho('staff')" />
            <ng-container i18n>Only the staff, until it is opened here</ng-container></label
          >
          <label class="row-line"
            ><input type="radio" class="form-check-input" name="who" [checked]="who() === 'from'" (change)="chooseWho('from')" />
            <ng-container i18n>Only the staff at first, and anyone from a moment on</ng-container></label
          >
          @if (who() === 'from') {
            <almanac-moment-field
              label="It opens"
              i18n-label
              emptyMeans="Say when it opens."
              i18n-emptyMeans
              [value]="wanted().opening.opensAt"
              (valueChange)="opensAt($event)"
            />
          }
        </fieldset>
        <label class="row-line"
          ><input
            type="checkbox"
            class="form-check-input"
            [checked]="wanted().isIndexed"
            (change)="set({ isIndexed: !wanted().isIndexed })"
          />
          <ng-container i18n
            >Search engines are asked in <span class="quiet">(robots.txt; while the site is closed they are kept out)</span></ng-container
          ></label
        >
        <label class="row-line"
          ><ng-container i18n>Minutes without a key after which nobody holds what they write on any more</ng-container>&ngsp;
          <input
            class="form-control minutes"
            type="number"
            min="1"
            max="480"
            name="minutes"
            [ngModel]="wanted().lockIdleMinutes"
            (ngModelChange)="set({ lockIdleMinutes: $event })"
        /></label>
        <p class="form-fault" role="alert">{{ faultAt('/lockIdleMinutes') }}</p>
        <label class="row-line"
          ><ng-container i18n>Days before something ends at which whoever wrote it is told</ng-container>&ngsp;
          <input
            class="form-control minutes"
            type="number"
            min="1"
            max="90"
            name="warn-days"
            [ngModel]="wanted().warnDays"
            (ngModelChange)="set({ warnDays: $event })"
        /></label>
        <p class="form-fault" role="alert">{{ faultAt('/warnDays') }}</p>
        <label i18n class="form-label" for="framed-hosts">Sites whose pages may be shown within ours</label>
        <textarea
          class="form-control code"
          id="framed-hosts"
          rows="2"
          [ngModel]="
            wanted().framedHosts.join(
              '
'
            )
          "
          (ngModelChange)="setHosts($event)"
          name="framedHosts"
          aria-describedby="framed-hosts-help"
        ></textarea>
        <p i18n class="form-help" id="framed-hosts-help">One host on each line, such as maps.example. Empty shows none.</p>
        <p class="form-fault" role="alert">{{ faultAt('/framedHosts') }}</p>
        <p class="row-line chips">
          <ng-container i18n>Whoever writes holds it, so that nothing goes live over them:</ng-container>&ngsp;
          <almanac-kinds-choice
            noneMeans="nothing is held"
            i18n-noneMeans
            [kinds]="wanted().lockedKinds"
            (kindsChange)="set({ lockedKinds: listed($event) })"
          />
        </p>
        @if (mayChange) {
          <p class="foot">
            <button class="btn btn-primary" [disabled]="!isChanged() || isBusy() || (who() === 'from' && !wanted().opening.opensAt)">
              {{ saveLabel() }}
            </button>
          </p>
        }
      </fieldset>
    </form>
    <almanac-closed-pages />
    <almanac-styles-set-up />
    @if (!mayChange) {
      <p i18n class="notice-line">This is set by managers and administrators.</p>
    }
  `,
  styles: `
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
    }
    .minutes {
      width: 76px;
    }
    :host {
      display: grid;
      gap: 14px;
      max-width: 900px;
    }
    form {
      padding: 12px 16px 14px;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
      gap: 6px 24px;
    }
    fieldset fieldset {
      margin: 10px 0 4px;
    }
    fieldset fieldset legend {
      font: 600 13px var(--text);
      margin: 0;
    }
    .form-fault:empty {
      display: none;
    }
    ul {
      margin: 2px 0 4px;
      padding-left: 18px;
    }
    .foot {
      margin: 12px 0 0;
    }
  `,
})
export class SiteSetUp {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly #api = inject(ApiClient);
  protected readonly listOf = listOf;
  protected readonly site = this.#session.site;
  protected readonly mayChange = this.#session.may('change the site');
  protected readonly zones = timeZones(this.site.zone);
  readonly #stored = signal<Wanted>(this.#storedNow());
  protected readonly wanted = signal<Wanted>(this.#storedNow());
  protected readonly who = signal<Who>(whoOf(this.site.opening));
  protected readonly report = signal<ZoneReport | null>(null);
  protected readonly isBusy = signal(false);
  readonly #problem = signal<ApiProblem | null>(null);
  protected readonly isChanged = computed(() => JSON.stringify(this.wanted()) !== JSON.stringify(this.#stored()));
  /** What the button does to readers stands on it. */
  protected readonly saveLabel = computed(() => {
    const [now, then] = [this.#stored().opening.isOpen, this.wanted().opening.isOpen];
    if (now === then) return $localize`Set this`;
    return then
      ? $localize`Set this, and open the site to anyone at once`
      : $localize`Set this, and close the site to everybody but the staff`;
  });

  protected setHosts(text: string): void {
    this.set({ framedHosts: text.split(/\s+/).filter(host => host !== '') });
  }

  protected set(change: Partial<Wanted>): void {
    this.wanted.update(wanted => ({ ...wanted, ...change }));
  }

  /** Chosen kinds as they are sent. */
  protected listed(kinds: readonly GovernedKind[]): Wanted['lockedKinds'] {
    return kinds.map(({ kind, types }) => ({ kind, types: [...types] }));
  }

  protected chooseZone(zone: string): void {
    this.set({ zone });
    this.report.set(null);
    if (zone !== this.#stored().zone)
      this.#api.readZone(zone).subscribe({ next: report => this.report.set(report), error: error => this.#messages.problem(error) });
  }

  protected chooseWho(who: Who): void {
    this.who.set(who);
    this.set({ opening: { isOpen: who === 'anyone', opensAt: null } });
  }

  protected opensAt(opensAt: LocalTime | null): void {
    this.set({ opening: { isOpen: false, opensAt } });
  }

  protected timesWords({ timeCount }: ZoneReport): string {
    return timeCount === 1 ? $localize`One time to come is` : $localize`${timeCount} times to come are`;
  }

  protected faultAt(pointer: string): string {
    return this.#problem()?.faultAt(pointer) ?? '';
  }

  protected save(): void {
    this.isBusy.set(true);
    this.#session.saveSettings(this.#changed()).subscribe({
      next: () => {
        this.#stored.set(this.wanted());
        this.report.set(null);
        this.#problem.set(null);
        this.isBusy.set(false);
        this.#messages.done($localize`Set, and in force at once.`);
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        this.#problem.set(error instanceof ApiProblem ? error : null);
        if (this.#problem()?.problem.errors === undefined) this.#messages.problem(error);
      },
    });
  }

  #changed(): SiteSettingsChange {
    const stored = this.#stored();
    const changed = Object.entries(this.wanted()).filter(
      ([name, value]) => JSON.stringify(value) !== JSON.stringify(stored[name as keyof Wanted]),
    );
    return Object.fromEntries(changed);
  }

  #storedNow(): Wanted {
    const { name, description, zone, publicAddress, isIndexed, opening, lockIdleMinutes, warnDays, framedHosts, lockedKinds } =
      this.#session.site;
    return { name, description, zone, publicAddress, isIndexed, opening, lockIdleMinutes, warnDays, framedHosts, lockedKinds };
  }
}

function whoOf({ isOpen, opensAt }: Wanted['opening']): Who {
  return isOpen ? 'anyone' : opensAt === null ? 'staff' : 'from';
}
