import type { BetweenOnPage, BetweenOnPageWish, PagePartBetween } from '@contract/between';
import { explainAway } from '@core/placement/explain';
import { mayRead, resolvePage, type Resolution } from '@core/placement/resolve';
import { differencesOfModels, type BlockDifference } from '@core/render/between-models';
import { pageModel, type PageModel } from '@core/render/page-model';
import type { PageNode, SiteSnapshot } from '@core/site/snapshot';
import { labelOfTarget } from '@core/theme/manifest';
import { say } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import { contextFor, serviceFacts } from '../public/answers';
import type { Person } from '../repositories/people-repository';
import type { Site } from '../site/site';
import { describeChanges } from './descriptions';
import { bestValueOf, momentStyle, namesFor } from './names';
import { readerLookedAs } from './look-as';
import { settingsBetween } from './settings-between';
import type { ServicePage } from '@core/page/service-pages';

/** A page at one of the two moments; without resolution and model where the reader does not have it then. */
interface Side {
  readonly snapshot: SiteSnapshot;
  readonly page: PageNode | null;
  readonly resolution: Resolution | null;
  readonly model: PageModel | null;
}

/**
 * What changes on a page between two moments, as one reader has it in one locale: block by block, with why each that comes
 * was not there, or each that goes no longer is.
 * @throws Refusal where there is no such page at either moment
 */
export async function betweenOnPage(site: Site, person: Person, wish: BetweenOnPageWish): Promise<BetweenOnPage> {
  const [before, after] = [sideAt(site, person, wish, wish.from), sideAt(site, person, wish, wish.until)];
  const title = (after.page ?? before.page)?.value.title ?? after.model?.title;
  if (title === undefined) throw new Refusal('not-found', say`This page is live at neither of the two moments.`);
  const isThere = { before: before.model !== null, after: after.model !== null };
  const differences = before.model && after.model ? differencesOfModels(before.model, after.model) : [];
  const parts = await Promise.all(differences.map(each => partOf(site, before, after, each)));
  const own = await pageItself(site, before, after);
  return {
    title,
    isThere,
    parts: [...own, ...parts.filter(part => part !== null)],
    settings: settingsBetween(site, wish.from, wish.until),
  };
}

function sideAt(site: Site, person: Person, { page: id, reader: asked, locale }: BetweenOnPageWish, moment: number): Side {
  const reader = readerLookedAs(site, person, asked, moment, '/reader/person');
  const snapshot = site.snapshots.readIn(locale ?? site.ledger.baseLocale, [], moment);
  const page = snapshot.pageById.get(id) ?? null;
  const isService = id.startsWith('service:');
  if (!isService && (!page || !mayRead(page, reader))) return { snapshot, page, resolution: null, model: null };
  const facts = page?.facts ?? serviceFacts(site, id.slice('service:'.length) as ServicePage, '/…', snapshot.locale);
  const resolution = resolvePage(snapshot, facts, reader, true);
  return { snapshot, page, resolution, model: pageModel(snapshot, page, resolution, contextFor(site, snapshot, reader, false)).model };
}

// The page’s own fields; where it is not there at one of the moments there is nothing to hold against one another.
async function pageItself(site: Site, before: Side, after: Side): Promise<readonly PagePartBetween[]> {
  if (!before.model || !after.model || !before.page || !after.page) return [];
  const fields = await describeChanges(site, after.snapshot, 'page', before.page.value, after.page.value);
  if (fields.length === 0) return [];
  const { id, value } = after.page;
  return [{ placementId: '', recordId: id, title: value.title, what: 'changes', place: '', why: '', fields }];
}

async function partOf(site: Site, before: Side, after: Side, difference: BlockDifference): Promise<PagePartBetween | null> {
  const { what } = difference;
  const placed = (difference.after ?? difference.before)!;
  const { blockId, placementId, label } = placed.model;
  const side = difference.after ? after : before;
  const valueIn = ({ snapshot }: Side) => snapshot.blocks.get(blockId)?.value ?? null;
  const isBoth = difference.before !== null && difference.after !== null;
  const fields = isBoth ? await describeChanges(site, after.snapshot, 'block', valueIn(before), valueIn(after)) : [];
  return {
    placementId,
    recordId: blockId,
    title: label,
    what,
    place: placed.target === null ? say`in a text` : labelIn(side.snapshot, placed.target),
    why: isBoth ? whyOtherwise(difference, before.snapshot, fields.length) : whyAway(site, difference.after ? before : after, placementId),
    fields: [...fields],
  };
}

function labelIn({ manifest }: SiteSnapshot, name: string): string {
  const kind = manifest.regions.some(each => each.name === name) ? 'region' : 'insertion point';
  return labelOfTarget(manifest, { kind, name });
}

function whyOtherwise({ what, before, after }: BlockDifference, then: SiteSnapshot, fieldsChanged: number): string {
  if (what === 'moves')
    return before!.target === after!.target || before!.target === null
      ? say`It stands at another place in the order.`
      : say`Before, it stood in “${labelIn(then, before!.target)}”.`;
  if (fieldsChanged > 0) return '';
  const [was, is] = [before!.model, after!.model];
  if (was.title !== is.title) return say`Its title is “${is.title}” there; before, it was “${was.title}”.`;
  if (was.look !== is.look || was.align !== is.align || was.anchor !== is.anchor) return say`It is placed with another look.`;
  return say`What it makes of other pages, files or menus is different.`;
}

// Why the placement does not show at the moment at which it is away.
function whyAway(site: Site, { snapshot, resolution }: Side, placementId: string): string {
  const away = resolution!.away.find(each => each.id === placementId);
  if (away) return explainAway(away.reason, namesFor(site, snapshot), { ...momentStyle(site), now: snapshot.moment }).sentence;
  if (placementId === '') return say`No text that shows holds it, or it is not live, or not for this reader.`;
  if (!snapshot.placementById.has(placementId)) return say`It is not placed then.`;
  return bestValueOf(site, placementId) === null ? say`It is not placed then.` : say`Its rule does not take in this page then.`;
}
