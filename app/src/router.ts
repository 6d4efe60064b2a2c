import { createRouter, createWebHistory } from 'vue-router'

/** Addresses of the screens; each screen is loaded when first shown. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'projects', component: () => import('./screens/projects/ProjectsScreen.vue') },
    {
      path: '/project/:id',
      component: () => import('./shell/ProjectShell.vue'),
      props: true,
      children: [
        { path: '', name: 'desk', component: () => import('./screens/desk/DeskScreen.vue') },
        { path: 'export', name: 'export', component: () => import('./screens/export/ExportScreen.vue') },
      ],
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
