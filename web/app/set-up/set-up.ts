import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';

/** What holds for the whole site, part by part. */
@Component({
  selector: 'almanac-set-up',
  imports: [RouterLink, RouterLinkActive, RouterOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h1 i18n>Set-up</h1>
      <nav aria-label="Parts of the set-up" i18n-aria-label>
        @for (each of parts; track each.path) {
          <a [routerLink]="each.path" routerLinkActive="on" ariaCurrentWhenActive="page">{{ each.label }}</a>
        }
      </nav>
    </div>
    <router-outlet />
  `,
  styles: `
    :host {
      display: block;
      padding: 14px 20px 24px;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 22px;
      margin-bottom: 12px;
      border-bottom: 1px solid var(--hair);
    }
    nav {
      display: flex;
      flex-wrap: wrap;
      gap: 0 16px;
    }
    nav a {
      color: var(--ink-2);
      min-height: 28px;
      border-bottom: 3px solid transparent;
    }
    nav a.on {
      color: var(--ink);
      font-weight: 650;
      border-bottom-color: var(--ink);
    }
  `,
})
export class SetUp {
  protected readonly parts = [
    { path: 'site', label: $localize`The site` },
    { path: 'languages', label: $localize`Languages` },
    { path: 'people', label: $localize`People` },
    { path: 'workflows', label: $localize`Workflows` },
    { path: 'types', label: $localize`Types` },
    { path: 'menus', label: $localize`Menus` },
    { path: 'carousels', label: $localize`Carousels` },
    { path: 'sponsors', label: $localize`Sponsors` },
    { path: 'addresses', label: $localize`Old addresses` },
    { path: 'forms', label: $localize`Forms` },
    { path: 'outbox', label: $localize`Outbox` },
    { path: 'regions', label: $localize`What regions may hold` },
    { path: 'log', label: $localize`What was done` },
  ];
}
