import { createVuetify } from 'vuetify';
import { de, en } from 'vuetify/locale';
import { LANGUAGE } from '../texts/language.ts';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';

/** Deep blue for the app, warm paper for the ground, one signal colour for what needs a decision. */
const day = {
  dark: false,
  colors: {
    background: '#f1ebde',
    surface: '#faf7f0',
    'surface-variant': '#e6decd',
    'on-surface-variant': '#14213d',
    primary: '#1b3158',
    secondary: '#4d5b78',
    error: '#a3281b',
    warning: '#97390a',
    info: '#2c5a8c',
    success: '#2f6b4a',
    'on-background': '#14213d',
    'on-surface': '#14213d',
  },
  variables: { 'medium-emphasis-opacity': 0.78, 'border-opacity': 0.16, 'border-color': '#14213d' },
};

const night = {
  dark: true,
  colors: {
    background: '#0d1526',
    surface: '#152039',
    'surface-variant': '#22304f',
    'on-surface-variant': '#ece6d8',
    primary: '#9dbdf0',
    secondary: '#b3bfd6',
    error: '#ff9c8c',
    warning: '#ffa56b',
    info: '#8fc0f2',
    success: '#8fd0ad',
    'on-background': '#ece6d8',
    'on-surface': '#ece6d8',
    'on-primary': '#0d1526',
  },
  variables: { 'medium-emphasis-opacity': 0.82, 'border-opacity': 0.22, 'border-color': '#ece6d8' },
};

export const vuetify = createVuetify({
  locale: { locale: LANGUAGE, messages: { de, en } },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: { defaultTheme: 'day', themes: { day, night } },
  defaults: {
    VBtn: {
      variant: 'tonal',
      rounded: 'md',
      style: 'text-transform: none; letter-spacing: 0; font-weight: 600',
    },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VNumberInput: {
      variant: 'outlined',
      density: 'compact',
      hideDetails: 'auto',
      controlVariant: 'hidden',
    },
    VCombobox: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto' },
    VSwitch: { color: 'primary', density: 'compact', hideDetails: true, inset: true },
    VSlider: { color: 'primary', hideDetails: true, thumbSize: 18, trackSize: 4 },
    VMenu: { closeOnContentClick: false },
    VDialog: { maxWidth: 560 },
  },
});
