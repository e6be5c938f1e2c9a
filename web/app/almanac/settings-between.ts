import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { SettingBetween } from '@contract/between';

/** What is set otherwise at the later of two moments, of what readers notice. */
@Component({
  selector: 'almanac-settings-between',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (settings().length > 0) {
      <section aria-label="Set otherwise" i18n-aria-label>
        <h2 i18n class="section">Set otherwise</h2>
        @for (each of settings(); track each.name) {
          <p class="row-line">
            <span>{{ each.label }}</span>
            <span class="quiet"
              ><del>{{ each.before || nothing }}</del></span
            >
            <ins>{{ each.after || nothing }}</ins>
          </p>
        }
      </section>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0;
      padding: 5px 0;
      border-bottom: 1px solid var(--hair);
      flex-wrap: wrap;
    }
    ins {
      text-decoration: none;
    }
  `,
})
export class SettingsBetween {
  readonly settings = input.required<readonly SettingBetween[]>();
  protected readonly nothing = $localize`nothing`;
}
