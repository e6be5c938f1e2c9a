import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { NoticeChoicesWish, Notices } from '@contract/notices';
import { of } from 'rxjs';
import { LiveService } from '../state/live.service';
import { make, Screen } from '../testing/site';
import { NoticeChoices } from './notice-choices';
import { NoticesMenu } from './notices-menu';

const notice = (id: string, part: Partial<Notices['notices'][number]> = {}): Notices['notices'][number] => ({
  id,
  kind: 'remark',
  words: `Edwin remarked on “${id}”.`,
  at: 0,
  isNew: true,
  editionId: `edition ${id}`,
  record: null,
  ...part,
});

describe('NoticesMenu', () => {
  it('says how much is new as it happens, lists it when it is opened, and leads there', async () => {
    const read: (string[] | null)[] = [];
    const readNotices = (ids: string[] | null) => {
      read.push(ids);
      return of({ notices: [notice('a', { isNew: false })], newCount: 0 });
    };
    const list = { notices: [notice('a'), notice('b', { isNew: false })], newCount: 1 };
    const screen = new Screen(await make(NoticesMenu, {}, { listNotices: () => of(list), readNotices }));
    expect(screen.text).toBe('Notices');
    TestBed.inject(LiveService).take({ kind: 'notice', newCount: 1 });
    await screen.settle();
    expect(screen.text).toBe('1 new');
    await screen.click('1 new');
    const entries = () => [...screen.host.querySelectorAll('[ngbDropdownItem]')].map(each => each.textContent.trim().replace(/\s+/g, ' '));
    expect(entries()[0]).toContain('New: Edwin remarked on “a”.');
    expect(entries()[1]).not.toContain('New:');
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    screen.host.querySelector<HTMLElement>('[ngbDropdownItem]')!.click();
    await screen.settle();
    expect(navigate).toHaveBeenCalledWith(['/reviews', 'edition a']);
    expect(read).toEqual([['a']]);
    expect(screen.text).toContain('Notices');
  });
});

describe('NoticeChoices', () => {
  it('keeps each choice as it is made, with what else is chosen of it', async () => {
    const kept: NoticeChoicesWish[] = [];
    const rows = [{ kind: 'remark' as const, inApp: true, mail: 'not' as const, label: 'Remarks' }];
    const chooseNotices = (wish: NoticeChoicesWish) => {
      kept.push(wish);
      return of(rows.map(each => ({ ...each, ...wish.choices[0] })));
    };
    const screen = new Screen(await make(NoticeChoices, {}, { listNoticeChoices: () => of(rows), chooseNotices }));
    const select = screen.host.querySelector('select')!;
    select.value = 'daily';
    select.dispatchEvent(new Event('change'));
    await screen.settle();
    screen.host.querySelector('input')!.click();
    await screen.settle();
    expect(kept.map(each => each.choices[0])).toEqual([
      { kind: 'remark', inApp: true, mail: 'daily' },
      { kind: 'remark', inApp: false, mail: 'daily' },
    ]);
  });
});
