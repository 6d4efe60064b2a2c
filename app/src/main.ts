import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { config } from 'zod'
import App from './App.vue'
import { router } from './router.ts'
import './theme.css'

// The page's content security policy forbids code made from text, which Zod would try for speed.
config({ jitless: true })

createApp(App).use(createPinia()).use(router).mount('#app')
