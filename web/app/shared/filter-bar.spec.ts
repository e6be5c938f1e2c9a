import { Router } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import type { SavedFilter } from '@contract/assembling';
import { of } from 'rxjs';
import { make, Screen } from '../testing/site';
import { FilterBar } from './filter-bar';

const fields = [
  { name: 'find', label: 'Title' },
  { name: 'status', label: 'Status', choices: [{ value: 'live', label: 'live' }] },
];

describe('FilterBar', () => {
  let screen: Screen;
  let kept: SavedFilter[] = [];
  const open = async (saved: readonly SavedFilter[]) => {
    screen = new Screen(
      await make(
        FilterBar,
        { list: 'blocks', fields },
        {
          listSavedFilters: () => of(saved),
          saveFilter: (filter: SavedFilter) => of((kept = [filter])),
        },
      ),
    );
  };
  const address = () => TestBed.inject(Router).url;

  it('keeps what is filtered by in the address and in sight, and takes it away in one step', async () => {
    await open([]);
    expect(screen.text).not.toContain('Show all');
    await screen.fill('Status', 'live');
    await screen.fill('Title', 'moth');
    expect(address()).toBe('/?status=live&find=moth');
    expect(screen.text).toContain('Filtered by title “moth”, status live.');
    await screen.click('Show all');
    expect(address()).toBe('/');
  });

  it('keeps filters under a name, of this list only', async () => {
    await open([{ list: 'pages', name: 'Of another list', query: {} }]);
    await screen.fill('Status', 'live');
    await screen.click('Saved filters');
    await screen.fill('Name for these filters', 'Live ones');
    await screen.click('Keep');
    expect(kept).toEqual([{ list: 'blocks', name: 'Live ones', query: { status: 'live' } }]);
    expect(screen.text).not.toContain('Of another list');
    await screen.click('Show all');
    await screen.click('Live ones');
    expect(address()).toBe('/?status=live');
  });
});
