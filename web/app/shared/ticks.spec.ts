import { signal } from '@angular/core';
import { make, Screen } from '../testing/site';
import { TickAll } from './tick-all';
import { Ticks } from './ticks';

describe('TickAll', () => {
  it('ticks all rows in sight once there are some, and none again', async () => {
    const rows = signal<readonly string[]>([]);
    const ticks = new Ticks(rows);
    const screen = new Screen(await make(TickAll, { ticks }));
    const tick = screen.host.querySelector('input')!;
    // A click before the rows have come is not taken for having ticked them.
    tick.click();
    rows.set(['tern', 'reed']);
    await screen.settle();
    expect([tick.checked, tick.disabled, screen.text]).toEqual([false, false, 'Choose all in sight']);
    tick.click();
    await screen.settle();
    expect([[...ticks.chosen()], screen.text]).toEqual([['tern', 'reed'], '2 chosen']);
    tick.click();
    await screen.settle();
    expect([ticks.chosen().size, tick.checked]).toEqual([0, false]);
  });
});
