import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Effect } from '@contract/messages';

/** Exactly which pages a change reaches, gains and loses. */
@Component({
  selector: 'almanac-effect-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (
      group of [
        { word: 'Gained', mark: '+', tone: 'leaf', pages: effect().gained },
        { word: 'Lost', mark: '−', tone: 'ember', pages: effect().lost },
      ];
      track group.word
    ) {
      @if (group.pages.length > 0) {
        <h3>{{ group.word }}: {{ group.pages.length }}</h3>
        <ul>
          @for (page of group.pages; track page.id) {
            <li [class]="group.tone">
              <b aria-hidden="true">{{ group.mark }}</b> {{ page.title }} <span class="code quiet">{{ page.path }}</span>
            </li>
          }
        </ul>
      }
    }
    @if (kept().length > 0) {
      <h3>
        @if (effect().gained.length + effect().lost.length > 0) {
          <ng-container i18n>As before: {{ kept().length }}</ng-container>
        } @else {
          <ng-container i18n>Pages: {{ kept().length }}</ng-container>
        }
      </h3>
      <ul>
        @for (page of kept(); track page.id) {
          <li>
            <b aria-hidden="true">·</b> {{ page.title }} <span class="code quiet">{{ page.path }}</span>
          </li>
        }
      </ul>
    }
    @if (effect().pages.length + effect().lost.length === 0) {
      <p i18n class="quiet">No page.</p>
    }
  `,
  styles: `
    h3 {
      margin: 8px 0 2px;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      columns: 2;
      column-gap: 20px;
    }
    li {
      padding: 2px 0;
      break-inside: avoid;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    b {
      display: inline-block;
      width: 10px;
    }
    .leaf b {
      color: var(--leaf);
    }
    .ember b {
      color: var(--ember);
    }
    @media (max-width: 700px) {
      ul {
        columns: 1;
      }
    }
  `,
})
export class EffectList {
  readonly effect = input.required<Effect>();

  protected kept(): Effect['pages'] {
    const gained = new Set(this.effect().gained.map(page => page.id));
    return this.effect().pages.filter(page => !gained.has(page.id));
  }
}
