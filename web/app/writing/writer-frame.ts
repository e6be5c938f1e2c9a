import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { ViewRequest } from '@contract/messages';
import { BeginsIn } from '../languages/begins-in';
import { OtherLocales } from '../languages/other-locales';
import { LivePreview } from './live-preview';
import { RevisionStrip } from './revision-strip';
import { WriterBar } from './writer-bar';
import { WritingService } from './writing.service';

/** What writing a page and writing a block have in common: the bar above, fields left, the sheet right, revisions as a strip. */
@Component({
  selector: 'almanac-writer-frame',
  imports: [BeginsIn, OtherLocales, WriterBar, LivePreview, RevisionStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <almanac-writer-bar>
      @if (writing.record()?.status === 'live' && publicPath()) {
        <a i18n class="btn-word" [href]="publicPath()" target="_blank" rel="noopener">On the public site</a>
      }
      <ng-content select="[bar]"
    /></almanac-writer-bar>
    <div class="body">
      <form class="fields" (submit)="$event.preventDefault()"><almanac-begins-in /><ng-content /></form>
      <div class="preview">
        <almanac-live-preview
          [page]="writing.value()?.title ? page() : ''"
          [changes]="changes()"
          [block]="block()"
          [showing]="showing()"
          [locale]="writing.locale()"
        />
      </div>
    </div>
    @if (writing.record(); as record) {
      <footer>
        <almanac-other-locales [record]="record" /><almanac-revision-strip
          [record]="record"
          [mayRestore]="writing.mayWrite"
          (restored)="writing.restore($event)"
        />
      </footer>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr) auto;
      height: 100%;
    }
    .body {
      display: grid;
      grid-template-columns: minmax(350px, 450px) minmax(0, 1fr);
      min-height: 0;
    }
    .fields {
      padding: 12px 20px 20px;
      overflow: auto;
      background: var(--sheet);
      border-right: 1px solid var(--hair);
    }
    .preview {
      padding: 12px 20px 0;
      min-height: 0;
    }
    footer {
      border-top: 3px double var(--hair);
      padding: 6px 20px;
    }
    @media (max-width: 900px) {
      :host {
        display: block;
      }
      .body {
        grid-template-columns: 1fr;
      }
      .preview {
        height: 70vh;
      }
    }
  `,
})
export class WriterFrame {
  protected readonly writing = inject<WritingService<{ readonly title: string }>>(WritingService);
  /** The page to look at; empty shows nothing yet. */
  readonly page = input.required<string>();
  /** The record that is to be seen, from wherever it shows. */
  readonly showing = input('');
  readonly changes = input.required<ViewRequest['changes']>();
  /** Where readers meet it; empty when they do so nowhere. */
  readonly publicPath = input('');
  /** The block to mark on it. */
  readonly block = input('');
}
