import { inject, Injectable, type Signal } from '@angular/core';
import { MenusService } from '../../state/menus.service';
import { PagesService } from '../../state/pages.service';
import { SharedRulesService } from '../../state/shared-rules.service';
import { StockService } from '../../state/stock.service';

/** The records that a field may name, by kind, with their titles. */
@Injectable({ providedIn: 'root' })
export class RecordLists {
  readonly #lists: Readonly<Record<string, Signal<readonly { readonly id: string; readonly title: string }[]>>> = {
    page: inject(PagesService).pages,
    block: inject(StockService).blocks,
    menu: inject(MenusService).rows,
    'shared rule': inject(SharedRulesService).rules,
  };

  /** @throws RangeError for a kind of which no field may name one */
  of(kind: string): Signal<readonly { readonly id: string; readonly title: string }[]> {
    const list = this.#lists[kind];
    if (!list) throw new RangeError(`No field can name a ${kind}`);
    return list;
  }
}
