import { inject } from '@angular/core';
import { Router, type CanActivateFn, type Routes } from '@angular/router';
import { map } from 'rxjs';
import { SessionService } from './state/session.service';

/** Lets only staff who have signed in pass; others sign in first and come back. */
const staffOnly: CanActivateFn = (_route, state) => {
  const router = inject(Router);
  return inject(SessionService)
    .ready()
    .pipe(
      map(session =>
        !session.site.isBegun
          ? router.createUrlTree(['/start'])
          : session.person && session.person.roles.length > 0
            ? true
            : router.createUrlTree(['/sign-in'], { queryParams: { to: state.url } }),
      ),
    );
};

/** The workspaces; each is loaded when first opened. */
export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'today' },
  {
    path: 'sign-in',
    title: $localize`Sign in · Lucid Almanac`,
    loadComponent: () => import('./sign-in/sign-in').then(module => module.SignIn),
  },
  {
    path: 'start',
    title: $localize`A new site · Lucid Almanac`,
    loadComponent: () => import('./start/start').then(module => module.Start),
  },
  {
    path: '',
    canActivate: [staffOnly],
    children: [
      {
        path: 'today',
        title: $localize`Today · Lucid Almanac`,
        loadComponent: () => import('./today/today').then(module => module.TodayWorkspace),
      },
      {
        path: 'pages',
        title: $localize`Pages · Lucid Almanac`,
        loadComponent: () => import('./pages/pages').then(module => module.PagesWorkspace),
      },
      {
        path: 'pages/:id',
        title: $localize`Writing · Lucid Almanac`,
        loadComponent: () => import('./pages/page-writer').then(module => module.PageWriter),
      },
      {
        path: 'arrange',
        title: $localize`Arrange · Lucid Almanac`,
        loadComponent: () => import('./arrange/arrange').then(module => module.ArrangeWorkspace),
      },
      {
        path: 'reach',
        title: $localize`Reach · Lucid Almanac`,
        loadComponent: () => import('./reach/reach').then(module => module.ReachWorkspace),
      },
      {
        path: 'almanac',
        title: $localize`Almanac · Lucid Almanac`,
        loadComponent: () => import('./almanac/almanac').then(module => module.AlmanacWorkspace),
      },
      {
        path: 'almanac/between',
        title: $localize`What changes · Lucid Almanac`,
        loadComponent: () => import('./almanac/between').then(module => module.BetweenWorkspace),
      },
      {
        path: 'almanac/ending',
        title: $localize`What ends · Lucid Almanac`,
        loadComponent: () => import('./almanac/endings').then(module => module.EndingsWorkspace),
      },
      {
        path: 'placements',
        title: $localize`Placements · Lucid Almanac`,
        loadComponent: () => import('./placements/placements').then(module => module.PlacementsWorkspace),
      },
      {
        path: 'rules',
        title: $localize`Rules · Lucid Almanac`,
        loadComponent: () => import('./rules/rules').then(module => module.RulesWorkspace),
      },
      {
        path: 'set-up',
        title: $localize`Set-up · Lucid Almanac`,
        loadComponent: () => import('./set-up/set-up').then(module => module.SetUp),
        children: [
          { path: '', pathMatch: 'full', redirectTo: 'site' },
          { path: 'site', loadComponent: () => import('./set-up/site-set-up').then(module => module.SiteSetUp) },
          { path: 'people', loadComponent: () => import('./set-up/people').then(module => module.People) },
          { path: 'languages', loadComponent: () => import('./languages/locales-set-up').then(module => module.LocalesSetUp) },
          { path: 'log', loadComponent: () => import('./set-up/log').then(module => module.LogSetUp) },
          { path: 'workflows', loadComponent: () => import('./workflows/workflows-set-up').then(module => module.WorkflowsSetUp) },
          { path: 'forms', loadComponent: () => import('./set-up/sent-forms').then(module => module.SentForms) },
          { path: 'outbox', loadComponent: () => import('./set-up/outbox').then(module => module.OutboxSetUp) },
          { path: 'types', loadComponent: () => import('./types/types-set-up').then(module => module.TypesSetUp) },
          { path: 'menus', loadComponent: () => import('./menus/menus').then(module => module.Menus) },
          {
            path: 'carousels',
            data: { kind: 'carousel' },
            loadComponent: () => import('./fielded/fielded-list').then(module => module.FieldedList),
          },
          {
            path: 'sponsors',
            data: { kind: 'campaign' },
            loadComponent: () => import('./fielded/fielded-list').then(module => module.FieldedList),
          },
          { path: 'addresses', loadComponent: () => import('./set-up/addresses').then(module => module.Addresses) },
          { path: 'regions', loadComponent: () => import('./set-up/limits').then(module => module.LimitsSetUp) },
        ],
      },
      {
        path: 'blocks',
        title: $localize`Blocks · Lucid Almanac`,
        loadComponent: () => import('./blocks/blocks').then(module => module.BlocksWorkspace),
      },
      {
        path: 'blocks/:id',
        title: $localize`Writing · Lucid Almanac`,
        loadComponent: () => import('./blocks/block-writer').then(module => module.BlockWriter),
      },
      {
        path: 'menus/:id',
        title: $localize`Writing · Lucid Almanac`,
        loadComponent: () => import('./menus/menu-writer').then(module => module.MenuWriter),
      },
      {
        path: 'carousels/:id',
        title: $localize`Writing · Lucid Almanac`,
        data: { kind: 'carousel' },
        loadComponent: () => import('./fielded/fielded-writer').then(module => module.FieldedWriter),
      },
      {
        path: 'campaigns/:id',
        title: $localize`Writing · Lucid Almanac`,
        data: { kind: 'campaign' },
        loadComponent: () => import('./fielded/fielded-writer').then(module => module.FieldedWriter),
      },
      {
        path: 'account',
        title: $localize`Your account · Lucid Almanac`,
        loadComponent: () => import('./account/account').then(module => module.Account),
      },
      {
        path: 'languages',
        title: $localize`Languages · Lucid Almanac`,
        loadComponent: () => import('./languages/coverage').then(module => module.CoverageWorkspace),
      },
      {
        path: 'languages/out-and-in',
        title: $localize`Out and in · Lucid Almanac`,
        loadComponent: () => import('./languages/out-and-in').then(module => module.OutAndIn),
      },
      {
        path: 'languages/:locale/:id',
        title: $localize`Writing · Lucid Almanac`,
        loadComponent: () => import('./languages/words-writer').then(module => module.WordsWriter),
      },
      {
        path: 'files',
        title: $localize`Files · Lucid Almanac`,
        loadComponent: () => import('./files/files').then(module => module.FilesWorkspace),
      },
      {
        path: 'reviews',
        title: $localize`Reviews · Lucid Almanac`,
        loadComponent: () => import('./reviews/reviews').then(module => module.ReviewsWorkspace),
      },
      {
        path: 'reviews/:id',
        title: $localize`Review · Lucid Almanac`,
        loadComponent: () => import('./reviews/review').then(module => module.ReviewOne),
      },
    ],
  },
  {
    path: '**',
    title: $localize`Not here · Lucid Almanac`,
    loadComponent: () => import('./shared/not-here').then(module => module.NotHere),
  },
];
