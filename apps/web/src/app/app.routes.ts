import type { Routes } from '@angular/router';
import { leaveJob } from './shell/leave-job';

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'jobs' },
  {
    path: 'now',
    title: 'One joint, now · Hephaist',
    loadComponent: () => import('./now/now-page').then((m) => m.NowPage),
  },
  ...(['morning', 'evening'] as const).map((round) => ({
    path: `rigs/:rigId/${round}`,
    title: 'Torch rig · Hephaist',
    data: { round },
    loadComponent: () => import('./torch/round-page').then((m) => m.RoundPage),
  })),
  {
    path: '',
    loadComponent: () => import('./shell/company-frame').then((m) => m.CompanyFrame),
    children: [
      {
        path: 'jobs',
        canActivate: [leaveJob],
        title: 'Jobs · Hephaist',
        loadComponent: () => import('./jobs/jobs-page').then((m) => m.JobsPage),
      },
      {
        path: 'shop',
        title: 'Tables and sources · Hephaist',
        loadComponent: () => import('./shop/shop-page').then((m) => m.ShopPage),
      },
      {
        path: 'words',
        title: 'Words · Hephaist',
        loadComponent: () => import('./shop/words-page').then((m) => m.WordsPage),
      },
      {
        path: 'people',
        title: 'People · Hephaist',
        loadComponent: () => import('./people/people-page').then((m) => m.PeoplePage),
      },
      {
        path: 'account',
        title: 'Your account · Hephaist',
        loadComponent: () => import('./people/account-page').then((m) => m.AccountPage),
      },
      {
        path: 'trail',
        title: 'Audit trail · Hephaist',
        loadComponent: () => import('./people/trail-page').then((m) => m.TrailPage),
      },
      {
        path: 'on-file',
        title: 'Instruments, lots and papers · Hephaist',
        loadComponent: () => import('./on-file/on-file-page').then((m) => m.OnFilePage),
      },
      {
        path: 'rigs',
        title: 'Torch rigs · Hephaist',
        loadComponent: () => import('./shell/in-main').then((m) => m.InMain),
        children: [{ path: '', loadComponent: () => import('./torch/rigs-page').then((m) => m.RigsPage) }],
      },
      {
        path: 'follow/:of/:id',
        title: 'Followed · Hephaist',
        loadComponent: () => import('./follow/follow-page').then((m) => m.FollowPage),
      },
      {
        path: 'crew',
        canActivate: [leaveJob],
        title: 'Crew · Hephaist',
        loadComponent: () => import('./keep/crew-page').then((m) => m.CrewPage),
      },
      {
        path: 'procedures',
        canActivate: [leaveJob],
        title: 'Procedures · Hephaist',
        loadComponent: () => import('./shell/in-main').then((m) => m.InMain),
        children: [{ path: '', loadComponent: () => import('./keep/procedures-page').then((m) => m.ProceduresPage) }],
      },
      {
        path: 'coupons',
        canActivate: [leaveJob],
        title: 'Coupons · Hephaist',
        loadComponent: () => import('./shell/in-main').then((m) => m.InMain),
        children: [{ path: '', loadComponent: () => import('./prove/prove-page').then((m) => m.ProvePage) }],
      },
    ],
  },
  {
    path: 'job/:jobId',
    loadComponent: () => import('./shell/job-frame').then((m) => m.JobFrame),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'plan' },
      {
        path: 'plan',
        title: 'Plan · Hephaist',
        loadComponent: () => import('./plan/plan-page').then((m) => m.PlanPage),
      },
      {
        path: 'purge',
        title: 'Purge · Hephaist',
        loadComponent: () => import('./purge/purge-page').then((m) => m.PurgePage),
      },
      {
        path: 'live/:session',
        title: 'Purge running · Hephaist',
        loadComponent: () => import('./live/live-page').then((m) => m.LivePage),
      },
      {
        path: 'at/:jointId',
        title: 'At the joint · Hephaist',
        loadComponent: () => import('./braze/way-page').then((m) => m.WayPage),
      },
      {
        path: 'hot-work',
        title: 'Hot work · Hephaist',
        loadComponent: () => import('./torch/hot-work-page').then((m) => m.HotWorkPage),
      },
      {
        path: 'braze',
        title: 'Braze · Hephaist',
        loadComponent: () => import('./braze/braze-page').then((m) => m.BrazePage),
      },
      {
        path: 'prove',
        title: 'Prove · Hephaist',
        loadComponent: () => import('./prove/prove-page').then((m) => m.ProvePage),
      },
      {
        path: 'keep',
        title: 'Keep · Hephaist',
        loadComponent: () => import('./keep/keep-page').then((m) => m.KeepPage),
      },
      {
        path: 'keep/share',
        title: 'Share the work · Hephaist',
        loadComponent: () => import('./keep/share-page').then((m) => m.SharePage),
      },
      {
        path: 'keep/hand-over',
        title: 'Hand over · Hephaist',
        loadComponent: () => import('./keep/hand-over-page').then((m) => m.HandOverPage),
      },
      {
        path: 'keep/procedures',
        title: 'Procedures · Hephaist',
        loadComponent: () => import('./keep/procedures-page').then((m) => m.ProceduresPage),
      },
      {
        path: 'prove/pressure',
        title: 'Pressure tests · Hephaist',
        loadComponent: () => import('./prove/pressure-page').then((m) => m.PressurePage),
      },
      {
        path: 'prove/plan',
        title: 'Coupons to braze · Hephaist',
        loadComponent: () => import('./prove/coupon-plan-page').then((m) => m.CouponPlanPage),
      },
      {
        path: 'practise',
        title: 'Practise · Hephaist',
        loadComponent: () => import('./practise/practise-page').then((m) => m.PractisePage),
      },
      {
        path: 'practise/course',
        title: 'Make a joint · Hephaist',
        loadComponent: () => import('./practise/course-page').then((m) => m.CoursePage),
      },
      {
        path: 'bench',
        title: 'At the bench · Hephaist',
        loadComponent: () => import('./practise/bench/bench-page').then((m) => m.BenchPage),
      },
      {
        path: 'practise/watch',
        title: 'Watch a hand · Hephaist',
        loadComponent: () => import('./practise/watch-page').then((m) => m.WatchPage),
      },
    ],
  },
  {
    path: '**',
    title: 'Not found · Hephaist',
    loadComponent: () => import('./shell/not-found').then((m) => m.NotFound),
  },
];
