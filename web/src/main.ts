import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { whenSignedOut } from './api/client'
import App from './App.vue'
import { router } from './router'
import '@fontsource-variable/source-serif-4/index.css'
import '@fontsource/atkinson-hyperlegible/latin-400.css'
import '@fontsource/atkinson-hyperlegible/latin-700.css'
import './design/tokens.css'
import './design/element/index.css'
import './design/base.css'
import './design/shapes.css'

whenSignedOut(() => {
  const { name, fullPath } = router.currentRoute.value
  if (name !== 'sign-in' && name !== 'invited') void router.replace({ name: 'sign-in', query: { to: fullPath } })
})

createApp(App).use(createPinia()).use(router).mount('#app')
