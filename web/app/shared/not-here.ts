import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

/** An address of the editor that leads nowhere. */
@Component({
  selector: 'almanac-not-here',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="note">
    <h1 i18n>There is nothing at this address</h1>
    <p i18n>The link may be old. <a routerLink="/today">Go to Today</a></p>
  </div>`,
  styles: `
    .note {
      padding: 40px;
    }
  `,
})
export class NotHere {}
