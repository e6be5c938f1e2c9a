import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Today } from '@contract/today';
import { MessageService } from '../state/message.service';
import { SessionService } from '../state/session.service';

type Step = Today['firstSteps'][number];

const words: Readonly<Record<Step['name'], { readonly label: string; readonly done: string; readonly link: string }>> = {
  placement: {
    label: $localize`Put something of your own on a page`,
    done: $localize`Something of your own stands on a page`,
    link: '/arrange',
  },
  picture: { label: $localize`Bring in a first picture`, done: $localize`There are pictures`, link: '/files' },
  people: { label: $localize`Invite whoever works with you`, done: $localize`You are not alone`, link: '/set-up/people' },
  address: { label: $localize`Say under which address it is public`, done: $localize`Its address is known`, link: '/set-up/site' },
  open: { label: $localize`Open it to readers, now or at a moment`, done: $localize`It opens to readers`, link: '/set-up/site' },
};

/** Leads through what a new site still lacks, each step one click; can be put away. */
@Component({
  selector: 'almanac-first-steps',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!isPutAway()) {
      <section aria-labelledby="first-steps">
        <h2 i18n class="section" id="first-steps">First steps</h2>
        <ol>
          @for (step of steps(); track step.name) {
            <li [class.done]="step.isDone">
              <span class="mark" aria-hidden="true"></span>
              @if (step.isDone) {
                {{ words[step.name].done }} <span i18n class="visually-hidden">(done)</span>
              } @else {
                <a [routerLink]="words[step.name].link">{{ words[step.name].label }}</a>
              }
            </li>
          }
        </ol>
        <p class="quiet">
          @if (left() === 0) {
            <ng-container i18n>All of it is done.</ng-container>
          } @else {
            <ng-container i18n>{{ left() }} of {{ steps().length }} to go.</ng-container>
          }
          <button i18n class="btn-word" (click)="putAway()">Put this away</button>
        </p>
      </section>
    }
  `,
  styles: `
    ol {
      list-style: none;
      padding: 0;
      margin: 0 0 2px;
    }
    li {
      display: flex;
      align-items: center;
      gap: 9px;
      min-height: 26px;
    }
    .mark {
      width: 11px;
      height: 11px;
      border: 1.5px solid var(--ochre);
      border-radius: 50%;
      flex: none;
    }
    .done {
      color: var(--ink-2);
    }
    .done .mark {
      background: var(--leaf);
      border-color: var(--leaf);
    }
  `,
})
export class FirstSteps {
  readonly #session = inject(SessionService);
  readonly #messages = inject(MessageService);
  readonly steps = input.required<readonly Step[]>();
  protected readonly words = words;
  protected readonly isPutAway = signal(false);
  protected readonly left = computed(() => this.steps().filter(each => !each.isDone).length);

  protected putAway(): void {
    this.#session.saveSettings({ showsFirstSteps: false }).subscribe({
      next: () => this.isPutAway.set(true),
      error: (error: unknown) => this.#messages.problem(error),
    });
  }
}
