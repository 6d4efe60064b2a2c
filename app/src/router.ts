import { createRouter, createWebHistory } from 'vue-router'

/** Addresses of the screens; each screen is loaded when first shown. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'projects', component: () => import('./screens/projects/ProjectsScreen.vue') },
    {
      path: '/projects/:id',
      component: () => import('./shell/ProjectShell.vue'),
      props: ({ params }) => ({ id: params['id'] }),
      children: [
        // The shell goes on to a scene once the project is open.
        { path: '', name: 'project', component: () => import('./screens/desk/DeskScreen.vue') },
        { path: 'scenes/:scene', name: 'desk', component: () => import('./screens/desk/DeskScreen.vue') },
        {
          path: 'scenes/:scene/library',
          name: 'library',
          component: () => import('./screens/library/LibraryScreen.vue'),
        },
        {
          path: 'scenes/:scene/match',
          name: 'match',
          component: () => import('./screens/match/MatchScreen.vue'),
        },
        {
          path: 'scenes/:scene/export',
          name: 'export',
          component: () => import('./screens/export/ExportScreen.vue'),
        },
      ],
    },
    // For programs that drive a browser.
    { path: '/film', name: 'film', component: () => import('./screens/film/FilmScreen.vue') },
    // As addresses were before scenes had theirs.
    {
      path: '/project/:id/:rest(.*)*',
      redirect: ({ params }) => ({ name: 'project', params: { id: params['id'] } }),
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
