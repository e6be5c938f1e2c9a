import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { Almanac, AlmanacBar } from '@contract/almanac';
import { laneKinds, type LaneKind } from '@core/plan/lanes';
import { writeDate } from '@core/format/moment';
import { localTimeAt } from '@core/schedule/local-time';
import { catchError, of, switchMap, tap } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { placesOf, workedOnAt } from '../kinds/index';
import type { Place } from '../kinds/kind-places';
import { DateField } from '../shared/date-field';
import { plannedDays } from '../shared/planned-days';
import { PlannedLine } from '../shared/planned-line';
import { saveFile } from '../shared/save-table';
import { textIn } from '../shared/typed-event';
import { WhenPipe } from '../shared/when-pipe';
import { KeysService, type KeyBinding } from '../state/keys.service';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import { NgbDropdownModule } from '@ng-bootstrap/ng-bootstrap/dropdown';
import { NgbModal } from '@ng-bootstrap/ng-bootstrap/modal';
import { CalendarFeedsDialog } from './calendar-feeds-dialog';
import { gripsOf, type MovedBar } from './hand';
import { LaneChart } from './lane-chart';
import { packLane } from './packing';
import { heightOf, paintedPicture, pictureOf } from './plan-picture';
import { MovedPanel } from './moved-panel';
import { dayBeside, grainOf, marksOf, sightOf, zooms } from './zoom';

const laneWords: Readonly<Record<LaneKind, string>> = {
  region: $localize`by region`,
  section: $localize`by section`,
  type: $localize`by type`,
  person: $localize`by person`,
  edition: $localize`by edition`,
  language: $localize`by language`,
};

// The bars themselves take these, so that they move the one that is looked at.
const hands: readonly KeyBinding[] = [
  { key: '← →', does: $localize`Move the bar that has the focus`, run: () => undefined },
  { key: 'Shift ← →', does: $localize`Move where it ends`, run: () => undefined },
  { key: 'Alt ← →', does: $localize`Move where it begins`, run: () => undefined },
];

/** The whole plan: what changes day by day, beside the same days drawn in lanes. */
@Component({
  selector: 'almanac-almanac',
  imports: [DateField, LaneChart, MovedPanel, NgbDropdownModule, PlannedLine, RouterLink, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>Almanac</h1>
      <p class="title-face vantage">
        <select class="word" aria-label="How much time" i18n-aria-label (change)="go({ zoom: textIn($event) })">
          @for (each of zooms; track each.name) {
            <option [value]="each.name" [selected]="each.name === grain().name">{{ each.label }}</option>
          }</select
        >&ngsp; <ng-container i18n>from</ng-container>&ngsp;
        <almanac-date-field
          class="in-line"
          fieldId="almanac-from"
          label="First day"
          i18n-label
          [withTime]="false"
          [value]="sight().day"
          (valueChange)="go({ from: $event || null })"
        />
        <ng-container i18n>,</ng-container>&ngsp;
        <select class="word" aria-label="Lanes" i18n-aria-label (change)="go({ by: textIn($event) })">
          @for (each of laneKinds; track each) {
            <option [value]="each" [selected]="each === lanesBy()">{{ laneWords[each] }}</option>
          }
        </select>
      </p>
      <span class="grow"></span>
      <a i18n class="btn-word" routerLink="/almanac/between">Between two moments</a>
      <a i18n class="btn-word" routerLink="/almanac/ending">What ends</a>
      <div ngbDropdown>
        <button i18n class="btn-word" ngbDropdownToggle>Take it along</button>
        <div ngbDropdownMenu>
          <button i18n ngbDropdownItem (click)="openCalendar()">In a calendar…</button>
          <button i18n ngbDropdownItem (click)="takePicture('svg')">As a picture that scales (SVG)</button>
          <button i18n ngbDropdownItem (click)="takePicture('png')">As a picture of points (PNG)</button>
          <button i18n ngbDropdownItem (click)="print()">On paper…</button>
        </div>
      </div>
      <button i18n class="btn btn-plain" (click)="step(-1)">Earlier</button>
      @if (from()) {
        <button i18n class="btn btn-plain" (click)="go({ from: null })">Around now</button>
      }
      <button i18n class="btn btn-plain" (click)="step(1)">Later</button>
    </div>
    @if (almanac(); as almanac) {
      <div class="body" [class.asking]="isAsking()">
        <div class="reading" role="region" aria-label="Day by day" i18n-aria-label tabindex="0">
          @if (moved(); as moved) {
            <almanac-moved-panel [moved]="moved" (movedChange)="setMoved($event)" (saved)="readAgain()" />
          } @else if (chosen(); as bar) {
            <section class="chosen" aria-label="The chosen one" i18n-aria-label>
              <h2>{{ bar.title }}</h2>
              <p>
                @if (bar.from >= sight().from) {
                  <ng-container i18n>From {{ bar.from | when }}</ng-container>
                } @else {
                  <ng-container i18n>Since earlier</ng-container>
                }
                @if (bar.until) {
                  <ng-container i18n>, until {{ bar.until | when }}</ng-container>
                } @else {
                  <ng-container i18n>, until further notice</ng-container>
                }
                @if (bar.state === 'proposed') {
                  <span i18n class="chip ochre">only proposed</span>
                }
              </p>
              @if (fixedWords(bar); as fixed) {
                <p class="quiet">{{ fixed }}</p>
              }
              <p class="row-line">
                <a i18n [routerLink]="workedOn(bar).link" [queryParams]="workedOn(bar).query">Work on it</a>
                @if (bar.pageId) {
                  <a i18n routerLink="/arrange" [queryParams]="{ page: bar.pageId, at: local(bar.from), sel: selectedIn(bar) }"
                    >Look then</a
                  >
                }
                @if (bar.editionId) {
                  <a [routerLink]="['/reviews', bar.editionId]">
                    @if (bar.state === 'scheduled') {
                      <ng-container i18n>Move it in time</ng-container>
                    } @else {
                      <ng-container i18n>What it came with</ng-container>
                    }
                  </a>
                }
                <button i18n class="btn-word" (click)="go({ sel: null })">Close</button>
              </p>
            </section>
          }
          @if (almanac.findings.length + almanac.cliffs.length > 0) {
            <h2 i18n class="section">Where the plan is thin</h2>
            @for (each of almanac.findings; track $index) {
              <p class="thin">
                {{ each.sentence }}
                @if (each.from) {
                  <button i18n class="btn-word" (click)="go({ zoom: 'month', from: local(each.from).slice(0, 10) })">Go there</button>
                }
              </p>
            }
            @for (each of almanac.cliffs; track each.at) {
              <p class="thin">
                <ng-container i18n>{{ each.count }} things end on {{ date(each.at) }}: {{ each.titles.join(', ') }}.</ng-container>&ngsp;
                <button i18n class="btn-word" (click)="go({ zoom: 'week', from: local(each.at).slice(0, 10) })">Go there</button>
              </p>
            }
          }
          <h2 i18n class="section">What changes</h2>
          @for (day of days(); track day.key) {
            <div class="day">
              <h3 [class.today]="day.key === today">{{ day.heading }}</h3>
              <ol>
                @for (change of day.changes; track $index) {
                  <li [class.on]="change.recordId === sel()" [attr.data-record]="change.recordId">
                    <almanac-planned-line
                      [change]="change"
                      [isPast]="change.at <= almanac.now"
                      [isChoosable]="true"
                      (chosen)="go({ sel: change.recordId })"
                    />
                  </li>
                }
              </ol>
            </div>
          } @empty {
            <p i18n class="quiet">Nothing changes by itself in this time.</p>
          }
          @if (almanac.changeCount > almanac.changes.length) {
            <p i18n class="quiet">
              And {{ almanac.changeCount - almanac.changes.length }} more changes later in this time. Look at less at once.
            </p>
          }
        </div>
        <div class="drawing" role="region" aria-label="The plan drawn" i18n-aria-label tabindex="0">
          <almanac-lane-chart
            [almanac]="almanac"
            [sight]="sight()"
            [marks]="marks()"
            [zoom]="grain().name"
            [selected]="sel() ?? ''"
            [(moved)]="moved"
            (chosen)="choose($event)"
          />
          @if (drawnCount() < almanac.barCount) {
            <p i18n class="quiet cut">Drawn are the first {{ drawnCount() }} of {{ almanac.barCount }}. Look at less at once.</p>
          }
        </div>
      </div>
    } @else if (isAsking()) {
      <p i18n class="quiet wait">The plan is being worked out…</p>
    }
  `,
  styleUrl: './almanac.css',
})
export class AlmanacWorkspace {
  readonly #api = inject(ApiClient);
  readonly #modal = inject(NgbModal);
  readonly #messages = inject(MessageService);
  readonly #router = inject(Router);
  readonly #session = inject(SessionService);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly zoom = input<string>();
  readonly from = input<string>();
  readonly by = input<string>();
  readonly sel = input<string>();
  protected readonly textIn = textIn;
  protected readonly zooms = zooms;
  protected readonly laneKinds = laneKinds;
  protected readonly laneWords = laneWords;
  protected readonly isAsking = signal(true);
  readonly #manner = { zone: this.#session.site.zone, locale: this.#session.style.locale };
  protected readonly grain = computed(() => grainOf(this.zoom()));
  protected readonly sight = computed(() => sightOf(this.zoom(), this.from(), this.#session.site.now, this.#manner));
  protected readonly lanesBy = computed(() => laneKinds.find(each => each === this.by()) ?? 'region');
  protected readonly marks = computed(() => marksOf(this.zoom(), this.sight(), this.#manner));
  readonly #turn = signal(0);
  readonly #question = computed(() => ({ from: this.sight().from, until: this.sight().until, by: this.lanesBy(), turn: this.#turn() }), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  protected readonly almanac = toSignal(
    toObservable(this.#question).pipe(
      tap(() => this.isAsking.set(true)),
      switchMap(({ turn: _, ...question }) =>
        this.#api.readAlmanac(question).pipe(
          catchError((error: unknown) => {
            this.#messages.problem(error);
            return of(null);
          }),
        ),
      ),
      tap(() => this.isAsking.set(false)),
    ),
    { initialValue: null as Almanac | null },
  );
  /** A bar that was moved by hand and not saved yet. */
  protected readonly moved = signal<MovedBar | null>(null);
  protected readonly drawnCount = computed(() => (this.almanac()?.lanes ?? []).reduce((sum, lane) => sum + lane.bars.length, 0));
  protected readonly chosen = computed(() => {
    const bars = (this.almanac()?.lanes ?? []).flatMap(each => each.bars);
    return bars.find(each => each.recordId === this.sel()) ?? null;
  });
  protected readonly days = computed(() =>
    plannedDays(this.almanac()?.changes ?? [], this.#manner, this.grain().name === 'year' || this.grain().name === 'five years'),
  );
  protected readonly today = this.local(this.#session.site.now).slice(0, 10);

  constructor() {
    inject(KeysService).bind([
      { key: 'b', does: $localize`Earlier`, run: () => this.step(-1) },
      { key: 'n', does: $localize`Later`, run: () => this.step(1) },
      { key: 't', does: $localize`Around now`, run: () => this.go({ from: null }) },
      { key: '+', does: $localize`Closer`, run: () => this.#zoomBy(-1) },
      { key: '-', does: $localize`Wider`, run: () => this.#zoomBy(1) },
      {
        key: 'Escape',
        does: $localize`Put back, or choose nothing`,
        run: () => (this.moved() ? this.moved.set(null) : this.go({ sel: null })),
      },
      ...hands,
    ]);
    // What was chosen in the drawing is found among the days.
    effect(() => {
      const sel = this.sel();
      if (!sel || !this.almanac()) return;
      requestAnimationFrame(() =>
        this.#host.nativeElement.querySelector(`[data-record="${CSS.escape(sel)}"]`)?.scrollIntoView({ block: 'nearest' }),
      );
    });
  }

  protected go(query: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected step(direction: 1 | -1): void {
    this.go({ from: dayBeside(this.zoom(), this.sight(), direction, this.#manner) });
  }

  protected setMoved(moved: MovedBar | null): void {
    this.moved.set(moved);
  }

  /** What was saved is drawn as it stands now. */
  protected readAgain(): void {
    this.moved.set(null);
    this.#turn.update(turn => turn + 1);
  }

  /** Why a bar is not moved by hand, where something still moves it elsewhere. */
  protected fixedWords(bar: AlmanacBar): string {
    if (gripsOf(bar, this.sight()).length > 0 || bar.state === 'expired') return '';
    if (bar.edges.from === 'others' || bar.edges.until === 'others') return $localize`Your roles do not move this in time.`;
    return bar.edges.from === 'fixed' && bar.edges.until === 'fixed'
      ? $localize`Its times come again, or rest on a shared rule or a season: they are changed in its rule.`
      : $localize`Its edges lie outside what is drawn. Look at more at once to move them.`;
  }

  protected choose({ recordId }: AlmanacBar): void {
    this.moved.set(null);
    this.go({ sel: recordId === this.sel() ? null : recordId });
  }

  protected workedOn({ recordId, kind, title, pageId }: AlmanacBar): Place {
    return workedOnAt({ id: recordId, kind, title, detail: '', pageId });
  }

  protected selectedIn({ kind, recordId }: AlmanacBar): string | null {
    return placesOf(kind).isSelectable ? recordId : null;
  }

  protected openCalendar(): void {
    this.#modal.open(CalendarFeedsDialog, { size: 'lg' }).result.catch(() => undefined);
  }

  /** The plan as it is drawn, as a file. */
  protected async takePicture(form: 'svg' | 'png'): Promise<void> {
    const almanac = this.almanac();
    if (!almanac) return;
    const [sight, style] = [this.sight(), getComputedStyle(document.documentElement)];
    const { name } = this.#session.site;
    const picture = {
      heading: $localize`${name} from ${this.date(sight.from)} to ${this.date(sight.until - 1)}, ${laneWords[this.lanesBy()]}`,
      lanes: almanac.lanes.map(lane => packLane(lane, sight)),
      marks: this.marks(),
      sight,
      now: almanac.now,
      colour: (token: string) => style.getPropertyValue(`--${token}`).trim(),
    };
    const svg = pictureOf(picture);
    const file = `almanac-${sight.day}.${form}`;
    try {
      saveFile(file, form === 'svg' ? new Blob([svg], { type: 'image/svg+xml' }) : await paintedPicture(svg, heightOf(picture)));
    } catch (error) {
      this.#messages.problem(error);
    }
  }

  protected print(): void {
    window.print();
  }

  protected local(at: number): string {
    return localTimeAt(at, this.#manner.zone);
  }

  protected date(at: number): string {
    return writeDate(at, this.#session.style);
  }

  #zoomBy(by: 1 | -1): void {
    const next = zooms[zooms.findIndex(each => each.name === this.grain().name) + by];
    if (next) this.go({ zoom: next.name });
  }
}
