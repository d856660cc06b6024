import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import 'element-plus/theme-chalk/base.css'
import '@fontsource-variable/source-serif-4/index.css'
import '@fontsource/atkinson-hyperlegible/latin-400.css'
import '@fontsource/atkinson-hyperlegible/latin-700.css'
import './design/tokens.css'
import './design/base.css'
import './design/element.css'

createApp(App).use(createPinia()).use(router).mount('#app')
