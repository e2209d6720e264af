import './shared/reset.css';
import '@fontsource-variable/instrument-sans';
import '@fontsource-variable/spline-sans-mono';
import 'vuetify/styles';
import './shared/base.css';
import { LANGUAGE } from './texts/language.ts';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { router } from './router.ts';
import { vuetify } from './shared/theme.ts';
import { watchRefusals } from './shared/unsaid.ts';

document.documentElement.lang = LANGUAGE;
const app = createApp(App);
watchRefusals(app, router);
app.use(createPinia()).use(router).use(vuetify).mount('#app');
