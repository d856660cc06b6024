import { createRouter, createWebHistory } from 'vue-router'

/** Every stage is loaded when it is first opened. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'agents', component: () => import('./agents/AgentsPage.vue') },
    { path: '/new', name: 'new-agent', component: () => import('./agents/NewAgentPage.vue') },
    { path: '/people', name: 'people', component: () => import('./members/PeoplePage.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('./members/SignInPage.vue') },
    { path: '/invited/:token', name: 'invited', component: () => import('./members/InvitedPage.vue') },
    { path: '/tools', name: 'tools', component: () => import('./tools/ToolsPage.vue') },
    { path: '/tools/:toolId', name: 'tool', component: () => import('./tools/ToolPage.vue') },
    { path: '/settings', name: 'settings', component: () => import('./settings/SettingsPage.vue') },
    {
      path: '/agents/:id',
      component: () => import('./frame/AgentFrame.vue'),
      props: true,
      children: [
        { path: '', redirect: { name: 'brief' } },
        { path: 'brief', name: 'brief', component: () => import('./brief/BriefStage.vue') },
        { path: 'library/:sourceId?', name: 'library', component: () => import('./library/LibraryStage.vue') },
        { path: 'rehearse/:scriptId?', name: 'rehearse', component: () => import('./rehearse/RehearseStage.vue') },
        { path: 'release', name: 'release', component: () => import('./release/ReleaseStage.vue') },
        {
          path: 'release/:outletId',
          name: 'outlet',
          meta: { stage: 'release' },
          component: () => import('./outlets/OutletPage.vue'),
        },
        {
          path: 'release/relays/:relayId',
          name: 'relay',
          meta: { stage: 'release' },
          component: () => import('./relays/RelayPage.vue'),
        },
        {
          path: 'logbook/wants',
          name: 'wants',
          meta: { stage: 'logbook' },
          component: () => import('./logbook/WantsPage.vue'),
        },
        {
          path: 'logbook/requests',
          name: 'requests',
          meta: { stage: 'logbook' },
          component: () => import('./logbook/requests/RequestsPage.vue'),
        },
        {
          path: 'logbook/debrief',
          name: 'debrief',
          meta: { stage: 'logbook' },
          component: () => import('./logbook/DebriefPage.vue'),
        },
        {
          path: 'logbook/over-time',
          name: 'over-time',
          meta: { stage: 'logbook' },
          component: () => import('./logbook/OverTimePage.vue'),
        },
        {
          path: 'logbook/visitors',
          name: 'visitors',
          meta: { stage: 'logbook' },
          component: () => import('./logbook/VisitorsPage.vue'),
        },
        { path: 'logbook/:conversationId?', name: 'logbook', component: () => import('./logbook/LogbookStage.vue') },
      ],
    },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./shared/LostPage.vue') },
  ],
})
