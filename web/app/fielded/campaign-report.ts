import { ChangeDetectionStrategy, Component, computed, effect, type ElementRef, inject, input, signal, viewChild } from '@angular/core';
import type { CampaignDay } from '@contract/fielded';
import { writeDate } from '@core/format/moment';
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { ApiClient } from '../api/api-client';
import { saveTable } from '../shared/save-table';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

Chart.register(BarController, BarElement, LineController, LineElement, PointElement, CategoryScale, LinearScale, Legend, Tooltip);

/** How many days the chart shows at most. */
const mostDays = 60;

/** How often a campaign was seen and followed, as a chart and as a table. */
@Component({
  selector: 'almanac-campaign-report',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>What came of it</h3>
    @if (days(); as days) {
      @if (days.length === 0) {
        <p i18n class="quiet">Nobody has seen it yet.</p>
      } @else {
        <p i18n>
          Seen {seen(), plural, =1 {once} other {{{ seen() }} times}}, followed
          {followed(), plural, =0 {never} =1 {once} other {{{ followed() }} times}}.
        </p>
        <div class="chart"><canvas #canvas role="img" [attr.aria-label]="label()"></canvas></div>
        <p class="row-line">
          <span i18n class="quiet grow">Counted by day without cookies; programs left out, nothing kept of who it was.</span>
          <button i18n type="button" class="btn btn-plain" (click)="save()">Save as a table</button>
        </p>
      }
    }
  `,
  styles: `
    .chart {
      height: 150px;
    }
  `,
})
export class CampaignReport {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #style = { ...inject(SessionService).style, zone: 'UTC' };
  readonly campaign = input.required<string>();
  readonly title = input.required<string>();
  protected readonly days = signal<readonly CampaignDay[] | null>(null);
  protected readonly seen = computed(() => (this.days() ?? []).reduce((sum, each) => sum + each.seen, 0));
  protected readonly followed = computed(() => (this.days() ?? []).reduce((sum, each) => sum + each.followed, 0));
  protected readonly label = computed(() => $localize`Seen ${this.seen()} times, followed ${this.followed()} times, by day`);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() =>
      this.#api.reportCampaign(this.campaign()).subscribe({
        next: days => this.days.set(days),
        error: (error: unknown) => this.#messages.problem(error),
      }),
    );
    effect(done => {
      const canvas = this.canvas()?.nativeElement;
      const days = (this.days() ?? []).slice(-mostDays);
      if (!canvas || days.length === 0) return;
      const chart = new Chart(canvas, {
        data: {
          labels: days.map(each => writeDate(Date.parse(each.day), this.#style)),
          datasets: [
            { type: 'bar', label: $localize`Seen`, data: days.map(each => each.seen), backgroundColor: '#b9d3d6', yAxisID: 'seen' },
            { type: 'line', label: $localize`Followed`, data: days.map(each => each.followed), borderColor: '#8a4b12', backgroundColor: '#8a4b12', yAxisID: 'followed' }, // prettier-ignore
          ],
        },
        options: {
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: { ticks: { maxRotation: 0, maxTicksLimit: 5 }, grid: { display: false } },
            seen: { beginAtZero: true },
            followed: { beginAtZero: true, position: 'right', grid: { display: false } },
          },
        },
      });
      done(() => chart.destroy());
    });
  }

  protected save(): void {
    this.#api.campaignCsv(this.campaign()).subscribe({
      next: csv => saveTable(`${this.title()}.csv`, csv),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
