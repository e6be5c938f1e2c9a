import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { MergeConflict } from '@contract/merging';
import type { Side } from '@core/merge/decider';

// Radios belong together by name, so each place on a screen needs one of its own.
let placeCount = 0;

/** One place that both sides changed, read where it stands: the arrow keys put one version after another into the text. */
@Component({
  selector: 'almanac-merge-place',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>
        {{ conflict().label }}
        @if (count() > 1) {
          <span i18n class="quiet">place {{ number() }} of {{ count() }}</span>
        }
      </legend>
      <p class="words">
        @if (conflict().around.before) {
          <span>…{{ conflict().around.before }}</span>
        }
        @if (chosen() === null) {
          <mark class="open">{{ conflict().base || nothing }}</mark>
        } @else {
          <mark>{{ standing() || nothing }}</mark>
        }
        @if (conflict().around.after) {
          <span>{{ conflict().around.after }}…</span>
        }
      </p>
      @for (way of ways(); track way.side) {
        <label>
          <input
            type="radio"
            class="form-check-input"
            [name]="name"
            [checked]="chosen() === way.side"
            (change)="chosenChange.emit(way.side)"
          />
          <span class="who">{{ way.label }}</span> <span class="said">{{ way.words || nothing }}</span>
        </label>
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      border-left: 3px solid var(--ochre);
      padding: 2px 0 6px 12px;
      margin: 0 0 14px;
    }
    legend {
      font-size: 13px;
      font-weight: 600;
      margin: 0;
    }
    .words {
      font: 14px/1.6 var(--title);
      margin: 2px 0 4px;
      white-space: pre-wrap;
      overflow-wrap: anywhere;
    }
    mark {
      background: #dfeceb;
      color: var(--ink);
      padding: 1px 2px;
      border-bottom: 2px solid var(--tide);
    }
    mark.open {
      background: #f3ead6;
      border-bottom: 2px dotted var(--ochre);
    }
    label {
      display: grid;
      grid-template-columns: 18px minmax(140px, max-content) minmax(0, 1fr);
      gap: 6px;
      align-items: baseline;
      min-height: 26px;
    }
    .form-check-input {
      margin: 0;
      align-self: center;
    }
    .who {
      color: var(--ink-2);
      font-weight: 600;
    }
    .said {
      white-space: pre-wrap;
      overflow-wrap: anywhere;
    }
  `,
})
export class MergePlace {
  protected readonly name = `merge-place-${(placeCount += 1)}`;
  protected readonly nothing = $localize`nothing`;
  readonly conflict = input.required<MergeConflict>();
  readonly chosen = input.required<Side | null>();
  readonly number = input.required<number>();
  readonly count = input.required<number>();
  /** What the two versions are called. */
  readonly ours = input.required<string>();
  readonly theirs = input.required<string>();
  readonly chosenChange = output<Side>();
  protected readonly ways = computed(() => {
    const { base, ours, theirs, both } = this.conflict();
    return [
      { side: 'ours' as const, label: this.ours(), words: ours },
      { side: 'theirs' as const, label: this.theirs(), words: theirs },
      { side: 'base' as const, label: $localize`As it was`, words: base },
      ...(both === null ? [] : [{ side: 'both' as const, label: $localize`Both`, words: both }]),
    ];
  });
  protected readonly standing = computed(() => {
    const { ours, theirs, base, both } = this.conflict();
    return { ours, theirs, base, both }[this.chosen() ?? 'base'];
  });
}
