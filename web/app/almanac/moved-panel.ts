import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PlacementValue } from '@core/placement/placement';
import { withWindow } from '@core/rule/single-window';
import { instantOf, localTimeAt, type LocalTime } from '@core/schedule/local-time';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../api/api-client';
import { MomentField } from '../shared/moment-field';
import { SendService } from '../shared/send.service';
import { SetTimes, type Timed } from '../shared/set-times';
import { WhenPipe } from '../shared/when-pipe';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';
import type { MovedBar } from './hand';

/** A bar that was moved by hand: from when until when it would stand, what that does, and how it is saved. */
@Component({
  selector: 'almanac-moved-panel',
  imports: [MomentField, RouterLink, SetTimes, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-label="The one that was moved" i18n-aria-label>
      <p class="row-line head-line">
        <b class="grow">{{ bar().title }}</b>
        <button i18n class="btn-word" (click)="movedChange.emit(null)">Put it back</button>
      </p>
      <p class="quiet" aria-live="polite">
        @if (moved().from !== bar().from) {
          <ng-container i18n>From {{ moved().from | when }}, not {{ bar().from | when }}.</ng-container>&ngsp;
        }
        @if (moved().until !== bar().until) {
          @if (moved().until && bar().until) {
            <ng-container i18n>Until {{ moved().until! | when }}, not {{ bar().until! | when }}.</ng-container>
          } @else if (moved().until) {
            <ng-container i18n>Until {{ moved().until! | when }}, not until further notice.</ng-container>
          } @else {
            <ng-container i18n>Until further notice, not {{ bar().until! | when }}.</ng-container>
          }
        }
      </p>
      @switch (movedBy()) {
        @case ('publication') {
          @if (timed().by === 'edition') {
            <p class="quiet">
              <a i18n [routerLink]="['/reviews', bar().editionId]">All that it goes live with</a>&ngsp;
              <ng-container i18n>moves with it.</ng-container>
            </p>
          }
          <almanac-set-times [thing]="timed()" [wished]="wished()" (done)="saved.emit()" />
        }
        @case ('window') {
          <div class="ends">
            <almanac-moment-field
              label="Shows from"
              i18n-label
              emptyMeans="Empty: it has always begun."
              i18n-emptyMeans
              [value]="local(moved().from)"
              (valueChange)="setEnd({ from: at($event) ?? bar().from })"
            />
            <almanac-moment-field
              label="Until"
              i18n-label
              emptyMeans="Empty: until further notice."
              i18n-emptyMeans
              [value]="moved().until === null ? null : local(moved().until!)"
              (valueChange)="setEnd({ until: at($event) })"
            />
          </div>
          <button i18n class="btn btn-primary" (click)="saveWindow()">Save…</button>
        }
        @case ('wish') {
          <almanac-moment-field
            label="Wished for"
            i18n-label
            emptyMeans="Empty: whenever it is approved. A wish publishes nothing."
            i18n-emptyMeans
            [value]="local(moved().from)"
            (valueChange)="setEnd({ from: at($event) ?? bar().from })"
          />
          <button i18n class="btn btn-primary" (click)="saveWish()">Wish for it then</button>
        }
      }
    </section>
  `,
  styles: `
    section {
      padding: 8px 10px;
      margin-bottom: 10px;
      background: var(--sheet);
      border: 1px solid var(--ochre);
      border-radius: 3px;
    }
    .head-line {
      margin: 0;
    }
    .grow {
      flex: 1;
    }
    .ends {
      display: flex;
      flex-wrap: wrap;
      gap: 0 16px;
    }
    .ends > * {
      flex: 1 1 270px;
    }
    .btn-primary {
      margin-top: 6px;
    }
  `,
})
export class MovedPanel {
  readonly #api = inject(ApiClient);
  readonly #messages = inject(MessageService);
  readonly #sending = inject(SendService);
  readonly #zone = inject(SessionService).site.zone;
  readonly moved = input.required<MovedBar>();
  readonly movedChange = output<MovedBar | null>();
  /** What was moved is stored, or proposed. */
  readonly saved = output();
  protected readonly bar = computed(() => this.moved().bar);
  protected readonly movedBy = computed(() => {
    const { from, until } = this.bar().edges;
    return this.moved().from === this.bar().from && until !== 'fixed' ? until : from;
  });
  protected readonly timed = computed((): Timed => {
    const { state, editionId, publicationId, title, from, publishedUntil: until, afterwards } = this.bar();
    const hasBegun = state !== 'scheduled';
    const [by, id] = hasBegun || editionId === null ? (['publication', publicationId!] as const) : (['edition', editionId] as const);
    return { by, id, title, from, until, afterwards, hasBegun };
  });

  /** The times that its publication would have. */
  protected readonly wished = computed(() => {
    const { bar, from, until } = this.moved();
    return { from, until: bar.edges.until === 'publication' ? until : bar.publishedUntil };
  });

  protected local(at: number): LocalTime {
    return { local: localTimeAt(at, this.#zone), zone: this.#zone };
  }

  protected at(typed: LocalTime | null): number | null {
    return typed && instantOf(typed);
  }

  protected setEnd(ends: Partial<Pick<MovedBar, 'from' | 'until'>>): void {
    this.movedChange.emit({ ...this.moved(), ...ends });
  }

  /** The window is part of the rule of what is placed, so it is saved, or proposed, like any other change of it. */
  protected async saveWindow(): Promise<void> {
    const { bar, from, until } = this.moved();
    try {
      const record = await firstValueFrom(this.#api.readRecord(bar.recordId));
      const value = record.live?.value as PlacementValue | undefined;
      if (!value) return this.#messages.warn($localize`It is not live any more. Work on it itself.`);
      const ends = {
        ...(from === bar.from ? {} : { from: this.local(from) }),
        ...(until === bar.until ? {} : { until: until === null ? null : this.local(until) }),
      };
      const change = {
        recordId: bar.recordId,
        kind: bar.kind,
        value: { ...value, rule: withWindow(value.rule, ends) },
        retires: false,
        baseRevisionId: record.live!.revisionId,
        title: bar.title,
        did: $localize`moved in time`,
      };
      if (await this.#sending.sendOrLeave([change])) this.saved.emit();
    } catch (error) {
      this.#messages.problem(error);
    }
  }

  protected saveWish(): void {
    const { bar, from } = this.moved();
    this.#api.editEdition(bar.editionId!, { wishedFrom: this.local(from) }).subscribe({
      next: () => {
        this.#messages.done($localize`“${bar.title}” is wished for another time.`);
        this.saved.emit();
      },
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
