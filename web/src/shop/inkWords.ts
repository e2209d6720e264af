/** What inks are called and drawn as. */
import type { ChannelRole } from '@kyanos/core';
import { t } from '../texts/texts.ts';

export const ROLE_NAMES: Readonly<Record<ChannelRole, string>> = {
  process: t('fields.process'),
  light: t('shop.lightProcess'),
  extra: t('shop.extraProcess'),
  white: t('fields.white'),
  metallic: t('fields.metallic'),
  clear: t('fields.clear'),
  primer: t('fields.primer'),
  blockout: t('fields.blockout'),
};

/** Of process inks, by their usual keys. */
export const INK_COLOURS: Readonly<Record<string, string>> = {
  C: '#2f9fc4',
  M: '#c8437f',
  Y: '#e9c53b',
  K: '#2c2c33',
  Lc: '#a9d6e6',
  Lm: '#eab1c9',
  Or: '#e2763c',
  Gr: '#3c9a5f',
  Vi: '#6a53a8',
};
