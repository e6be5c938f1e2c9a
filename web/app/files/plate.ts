import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { FileRow } from '@contract/files';
import { WritersChip } from '../writing/writers-chip';

/** A file as a plate of a catalogue: what it looks like, and beneath it its words for those who cannot see it. */
@Component({
  selector: 'almanac-plate',
  imports: [WritersChip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="sight">
      @if (file().plate) {
        <img [src]="file().plate" alt="" loading="lazy" [style.object-fit]="isWhole() ? 'contain' : 'cover'" />
      } @else {
        <span class="kind" aria-hidden="true">{{ label() }}</span>
      }
    </span>
    <span class="title">{{ file().title }}</span>
    <almanac-writers [of]="[file().id]" />
    @if (file().sort === 'picture') {
      @if (file().lacksWords) {
        <span i18n class="words lacking">no words for those who cannot see it</span>
      } @else {
        <span class="words">
          @if (file().isDecoration) {
            <ng-container i18n>adds nothing to the words around it</ng-container>
          } @else {
            {{ file().words }}
          }
        </span>
      }
    }
    <span class="quiet facts"
      >{{ file().kindWords }}
      @if (file().readers; as readers) {
        <ng-container i18n>· for {{ readers }}</ng-container>
      }
      @if (file().holderCount === 0) {
        <ng-container i18n>· stands nowhere</ng-container>
      }
    </span>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 1px;
      text-align: start;
      min-width: 0;
    }
    .sight {
      display: grid;
      place-items: center;
      aspect-ratio: 3 / 2;
      background: var(--paper);
      border: 1px solid var(--hair);
      margin-bottom: 4px;
      overflow: hidden;
    }
    img {
      width: 100%;
      height: 100%;
    }
    .kind {
      font: 600 20px var(--title);
      color: var(--ink-2);
    }
    .title {
      font: 600 14px/1.25 var(--title);
      overflow-wrap: anywhere;
    }
    .words {
      font: italic 12.5px/1.3 var(--title);
      display: -webkit-box;
      -webkit-line-clamp: 2;
      -webkit-box-orient: vertical;
      overflow: hidden;
    }
    .lacking {
      color: var(--ochre);
      font-style: normal;
      font-weight: 600;
    }
    .facts {
      font-size: 11.5px;
    }
  `,
})
export class Plate {
  readonly file = input.required<FileRow>();
  /** Whether all of a picture is in sight rather than the plate filled. */
  readonly isWhole = input(true);
  /** What kind of file it is, where there is nothing to be seen of it. */
  protected readonly label = computed(() => this.file().kindWords.split(',')[0]!);
}
