/** Sides, classes and forms as they are said: codes stay what they are in every language. */
import { t } from '../texts/index.ts';
import type { Material } from './machine.ts';

export const SIDE_NAMES: Readonly<Record<'front' | 'back', string>> = {
  get front() {
    return t('stack.front');
  },
  get back() {
    return t('stack.back');
  },
};

export const CLASS_NAMES: Readonly<Record<Material['class'], string>> = {
  get white() {
    return t('stack.classWhite');
  },
  get clear() {
    return t('stack.classClear');
  },
  get dark() {
    return t('stack.classDark');
  },
  get metallic() {
    return t('stack.classMetallic');
  },
  get natural() {
    return t('stack.classNatural');
  },
};

export const FORM_NAMES: Readonly<Record<Material['form'], string>> = {
  get roll() {
    return t('stack.formRoll');
  },
  get sheet() {
    return t('stack.formSheet');
  },
  get board() {
    return t('stack.formBoard');
  },
};
