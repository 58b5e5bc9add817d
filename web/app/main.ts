import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { z } from 'zod'
import App from './App.vue'
import { i18n } from './i18n'
import { router } from './router'
import './theme.css'

// The page allows no code made at run time; Zod needs none.
z.config({ jitless: true })

createApp(App).use(createPinia()).use(i18n).use(router).mount('#app')

if ('serviceWorker' in navigator && import.meta.env.PROD) void navigator.serviceWorker.register('/sw.js')
