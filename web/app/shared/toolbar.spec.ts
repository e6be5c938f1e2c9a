import { ChangeDetectionStrategy, Component } from '@angular/core';
import { make, Screen } from '../testing/site';
import { Toolbar } from './toolbar';

@Component({
  selector: 'almanac-tools',
  imports: [Toolbar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div role="toolbar" aria-label="Tools">
    <button>a</button><button disabled>b</button
    ><select>
      <option>c</option></select
    ><button>d</button>
  </div>`,
})
class Tools {}

describe('a toolbar', () => {
  for (const [from, key, to] of [
    [0, 'ArrowRight', 2],
    [0, 'ArrowLeft', 3],
    [3, 'ArrowRight', 0],
    [0, 'End', 3],
    [3, 'Home', 0],
    [2, 'ArrowDown', 2],
  ] as const)
    // prettier-ignore
    it(`goes from ${from} to ${to} by ${key}`, async () => {
      const fixture = await make(Tools, {});
      document.body.append(fixture.nativeElement as HTMLElement);
      const controls = [...new Screen(fixture).host.querySelectorAll<HTMLElement>('button, select')];
      controls[from]!.focus();
      const codes = { ArrowRight: 39, ArrowLeft: 37, ArrowDown: 40, End: 35, Home: 36 } as const;
      controls[from]!.dispatchEvent(new KeyboardEvent('keydown', { key, keyCode: codes[key], bubbles: true, cancelable: true }));
      expect(controls.indexOf(document.activeElement as HTMLElement)).toBe(to);
    });
});
