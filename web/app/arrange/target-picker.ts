import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import type { Target } from '@core/placement/placement';
import { midSentence } from '@core/tongue/say';
import { SessionService } from '../state/session.service';
import { textIn } from '../shared/typed-event';

interface Choice {
  readonly target: Target;
  readonly label: string;
  readonly help: string;
}

/** Where something goes: a region, an insertion point, or in place of a whole region; searched by name. */
@Component({
  selector: 'almanac-target-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="form-control"
      type="search"
      placeholder="Search places"
      i18n-placeholder
      aria-label="Search places"
      i18n-aria-label
      (input)="search.set(textIn($event))"
    />
    @for (group of groups(); track group.label) {
      <h3>{{ group.label }}</h3>
      @for (choice of group.choices; track choice.label) {
        <button type="button" [attr.aria-pressed]="isChosen(choice)" [class.on]="isChosen(choice)" (click)="chosen.emit(choice.target)">
          <b>{{ choice.label }}</b> <span class="quiet">{{ choice.help }}</span>
        </button>
      }
    } @empty {
      <p i18n class="quiet">No place has this in its name.</p>
    }
  `,
  styles: `
    :host {
      display: block;
      width: 340px;
      max-width: 100%;
      max-height: 380px;
      overflow: auto;
    }
    h3 {
      margin: 8px 0 2px;
    }
    button {
      display: block;
      width: 100%;
      border: 0;
      background: none;
      text-align: start;
      padding: 3px 6px;
      min-height: 26px;
      color: var(--ink);
      border-radius: 2px;
    }
    button:hover,
    .on {
      background: var(--tide-wash);
    }
  `,
})
export class TargetPicker {
  protected readonly textIn = textIn;
  readonly #theme = inject(SessionService).site.theme;
  readonly target = input.required<Target>();
  readonly chosen = output<Target>();
  protected readonly search = signal('');
  protected readonly groups = computed(() => {
    const text = this.search().trim().toLowerCase();
    const choices = (kind: Target['kind'], list: readonly { name: string; label: string; help: string }[]): readonly Choice[] =>
      list
        .map(each => ({
          target: { kind, name: each.name },
          label: kind === 'stand in' ? $localize`Instead of ${midSentence(each.label)}` : each.label,
          help: kind === 'stand in' ? $localize`Takes its place, and all in it stays away.` : each.help,
        }))
        .filter(each => text === '' || `${each.label} ${each.help}`.toLowerCase().includes(text));
    return [
      { label: $localize`Regions`, choices: choices('region', this.#theme.regions) },
      { label: $localize`Insertion points`, choices: choices('insertion point', this.#theme.insertionPoints) },
      { label: $localize`In place of a whole region`, choices: choices('stand in', this.#theme.regions) },
    ].filter(group => group.choices.length > 0);
  });

  protected isChosen({ target }: Choice): boolean {
    return target.kind === this.target().kind && target.name === this.target().name;
  }
}
