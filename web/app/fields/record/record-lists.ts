import { inject, Injectable, type Signal } from '@angular/core';
import { FieldedService } from '../../state/fielded.service';
import { MenusService } from '../../state/menus.service';
import { PagesService } from '../../state/pages.service';
import { SharedRulesService } from '../../state/shared-rules.service';
import { StockService } from '../../state/stock.service';

/** Records of one kind, as far as they are told apart by their titles. */
interface RecordList {
  readonly rows: Signal<readonly { readonly id: string; readonly title: string }[]>;
  /** Reads them again: one may have been made since. */
  readonly refresh: () => void;
}

/** The records that a field may name, by kind, with their titles. */
@Injectable({ providedIn: 'root' })
export class RecordLists {
  readonly #pages = inject(PagesService);
  readonly #stock = inject(StockService);
  readonly #rules = inject(SharedRulesService);
  readonly #fielded = inject(FieldedService);
  readonly #lists: Readonly<Record<string, RecordList>> = {
    page: { rows: this.#pages.pages, refresh: () => this.#pages.refresh() },
    block: { rows: this.#stock.blocks, refresh: () => this.#stock.refresh() },
    menu: inject(MenusService),
    carousel: this.#fielded.of('carousel'),
    'shared rule': { rows: this.#rules.rules, refresh: () => this.#rules.refresh() },
  };

  /** @throws RangeError for a kind of which no field may name one */
  of(kind: string): RecordList {
    const list = this.#lists[kind];
    if (!list) throw new RangeError(`No field can name a ${kind}`);
    return list;
  }
}
