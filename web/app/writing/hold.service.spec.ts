import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { make } from '../testing/site';
import { type HeldKey, HoldService, holdWhile } from './hold.service';

const wanted = signal<readonly HeldKey[]>([]);
const one = { recordId: 'b0a1', locale: 'en-GB' };
const other = { recordId: 'b0a2', locale: 'cy' };

@Component({ selector: 'almanac-holder', template: '' })
class Holder {
  constructor() {
    holdWhile(wanted);
  }
}

describe('HoldService', () => {
  const asked: unknown[][] = [];
  const answers = {
    holdRecord: (...given: never[]) => (asked.push(['hold', ...given]), of({ held: null })),
    giveBackRecord: (...given: never[]) => (asked.push(['give back', ...given]), throwError(() => new Error('away'))),
  };
  beforeEach(() => {
    asked.length = 0;
    wanted.set([]);
  });

  it('holds what comes, lets go of what leaves and leaves alone what stays', async () => {
    const fixture = await make(Holder, {}, answers);
    for (const now of [[one], [one, other], [other], [{ ...other }]]) {
      wanted.set(now);
      await fixture.whenStable();
    }
    fixture.destroy();
    expect(asked).toEqual([
      ['hold', 'b0a1', 'en-GB', true],
      ['hold', 'b0a2', 'cy', true],
      ['give back', 'b0a1', 'en-GB'],
      ['give back', 'b0a2', 'cy'],
    ]);
  });

  it('holds once what two places hold, says at every beat whether a key was struck, and lets go with the last', async () => {
    await make(Holder, {}, answers);
    const holds = TestBed.inject(HoldService);
    jasmine.clock().install();
    try {
      const releases = [0, 1].map(() => holds.hold(one.recordId, one.locale));
      jasmine.clock().tick(20_000);
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));
      jasmine.clock().tick(20_000);
      releases[0]!();
      releases[1]!();
      jasmine.clock().tick(60_000);
    } finally {
      jasmine.clock().uninstall();
    }
    expect(asked.map(each => [each[0], each[3]])).toEqual([
      ['hold', true],
      ['hold', false],
      ['hold', true],
      ['give back', undefined],
    ]);
  });
});
