import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { WorkflowsReport, WorkflowsWish } from '@contract/workflows';
import { told } from '@core/tongue/say';
import { ToldPipe } from '../shared/told.pipe';
import { textIn } from '../shared/typed-event';

/** Where something goes that would be stranded. */
export type Relocation = NonNullable<WorkflowsWish['relocations']>[number];
type Passage = WorkflowsReport['passages'][number];

/** What changed workflows do to all that is on its way, and where what they would strand is to go. */
@Component({
  selector: 'almanac-workflow-passages',
  imports: [RouterLink, ToldPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3 i18n>What this does to what is on its way</h3>
    @for (group of groups(); track group.key) {
      <div [class.notice-line]="group.isStranded" [class.ember]="group.isStranded">
        <p>
          @if (group.isStranded) {
            <ng-container i18n
              >{group.passages.length, plural, =1 {One stands} other {{{ group.passages.length }} stand}} at “{{ group.from | told }}”,
              where nothing would lead on in “{{ group.workflow | told }}”.</ng-container
            >
            <label>
              <span i18n>It goes to</span>
              <select class="form-select" aria-label="Where it goes" i18n-aria-label (change)="put(group, textIn($event))">
                <option i18n value="">say where</option>
                @for (stage of stagesOf(group.workflow); track stage) {
                  <option [value]="stage">{{ stage | told }}</option>
                }
              </select></label
            >
          } @else {
            {{ group.words }}
          }
        </p>
        <ul>
          @for (each of group.passages.slice(0, 8); track each.editionId) {
            <li>
              <a [routerLink]="['/reviews', each.editionId]">{{ each.title }}</a>
            </li>
          }
          @if (group.passages.length > 8) {
            <li i18n class="quiet">and {{ group.passages.length - 8 }} more</li>
          }
        </ul>
      </div>
    } @empty {
      <p i18n class="quiet">Everything on its way stays where it stands.</p>
    }
    @if (report().furtherPassages; as count) {
      <p i18n class="quiet">And {{ count }} more that are not listed.</p>
    }
  `,
  styles: `
    h3 {
      font: 600 13px var(--text);
      margin: 0 0 4px;
    }
    p {
      margin: 0;
    }
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      list-style: none;
      padding: 0;
      margin: 2px 0 8px;
    }
    label {
      display: inline-flex;
      gap: 6px;
      align-items: center;
    }
    .form-select {
      width: auto;
      padding-block: 2px;
    }
  `,
})
export class WorkflowPassages {
  protected readonly textIn = textIn;
  readonly report = input.required<WorkflowsReport>();
  readonly relocated = output<Relocation>();
  protected readonly groups = computed(() => {
    const groups = new Map<string, Passage[]>();
    for (const each of this.report().passages) {
      const key = JSON.stringify([each.before, each.after]);
      groups.set(key, [...(groups.get(key) ?? []), each]);
    }
    return [...groups].map(([key, passages]) => {
      const [{ before, after }] = passages as [Passage, ...Passage[]];
      const isStranded = after.stage === null;
      return {
        key,
        passages,
        isStranded,
        workflow: after.workflow,
        from: before.stage,
        words: this.#words(passages.length, before, after),
      };
    });
  });

  protected stagesOf(workflow: string): readonly string[] {
    const found = this.report().workflows.find(each => each.name === workflow);
    return (found?.stages ?? []).filter(stage => found!.moves.some(move => move.from.includes(stage)));
  }

  protected put(group: { readonly workflow: string; readonly from: string }, to: string): void {
    if (to) this.relocated.emit({ workflow: group.workflow, from: group.from, to });
  }

  #words(count: number, before: Passage['before'], after: Passage['after']): string {
    const [from, to] = [told(before.stage), told(after.stage ?? '')];
    const things = count === 1 ? $localize`One` : String(count);
    if (before.workflow === after.workflow) return $localize`${things} from “${from}” to “${to}”:`;
    const way = told(after.workflow);
    return before.stage === after.stage
      ? $localize`${things} at “${from}” will go by “${way}”:`
      : $localize`${things} from “${from}” to “${to}” of “${way}”:`;
  }
}
