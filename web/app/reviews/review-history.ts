import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { EditionDetail } from '@contract/messages';
import { WhenPipe } from '../shared/when-pipe';

const pastWords: Readonly<Record<string, string>> = {
  'send for review': $localize`sent it for review`,
  'take back': $localize`took it back`,
  return: $localize`returned it`,
  decline: $localize`declined it`,
  approve: $localize`approved it`,
  publish: $localize`published it`,
  withdraw: $localize`withdrew it`,
  'move in time': $localize`moved it to another date`,
};

/** What has become of an edition so far: who did what when, with their remarks. */
@Component({
  selector: 'almanac-review-history',
  imports: [WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (steps().length > 0) {
      <h3 i18n>So far</h3>
      <ol>
        @for (step of steps(); track $index) {
          <li>
            <b>{{ step.by }}</b> {{ pastWords[step.move] ?? step.move }} <span class="quiet">{{ step.at | when }}</span>
            @if (step.remark) {
              <p class="title-face remark">“{{ step.remark }}”</p>
            }
          </li>
        }
      </ol>
    }
  `,
  styles: `
    .remark {
      border-left: 3px solid var(--ochre);
      padding-left: 10px;
      margin: 4px 0 8px;
    }
    h3 {
      margin-top: 16px;
      border-bottom: 1px solid var(--hair);
    }
    ol {
      list-style: none;
      padding: 0;
      margin: 0;
    }
    li {
      padding: 4px 0;
    }
  `,
})
export class ReviewHistory {
  readonly steps = input.required<EditionDetail['history']>();
  protected readonly pastWords = pastWords;
}
