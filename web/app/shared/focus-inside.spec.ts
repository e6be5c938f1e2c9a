import { ChangeDetectionStrategy, Component } from '@angular/core';
import { NgbPopoverModule } from '@ng-bootstrap/ng-bootstrap/popover';
import { make, Screen } from '../testing/site';
import { FocusInside } from './focus-inside';

@Component({
  selector: 'almanac-opening',
  imports: [NgbPopoverModule, FocusInside],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button [ngbPopover]="inside" container="body" [animation]="false">which pages</button>
    <ng-template #inside><input aria-label="Search" /><button>Done</button></ng-template>
  `,
})
class Opening {}

describe('what a word opens', () => {
  let screen: Screen;
  const word = () => screen.host.querySelector('button')!;
  const dialog = () => document.querySelector<HTMLElement>('ngb-popover-window');
  beforeEach(async () => {
    const fixture = await make(Opening, {});
    document.body.append(fixture.nativeElement as HTMLElement);
    screen = new Screen(fixture);
    word().focus();
    await screen.click('which pages');
  });

  it('is a dialog named after the word, which says that it is open', () => {
    expect([dialog()!.getAttribute('role'), dialog()!.getAttribute('aria-label')]).toEqual(['dialog', 'which pages']);
    expect([word().getAttribute('aria-haspopup'), word().getAttribute('aria-expanded')]).toEqual(['dialog', 'true']);
  });

  it('takes focus in, keeps it inside, and gives it back', async () => {
    expect(document.activeElement!.getAttribute('aria-label')).toBe('Search');
    expect(document.querySelectorAll('.cdk-focus-trap-anchor').length).toBe(2);
    document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    await screen.settle();
    expect([dialog(), document.activeElement]).toEqual([null, word()]);
  });
});
