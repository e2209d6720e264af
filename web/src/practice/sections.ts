/** The parts of practice, in the order in which one looks at them. */
import { t } from '../texts/texts.ts';
export const SECTIONS = [
  { id: 'own', name: t('app.practiceOwn'), component: () => import('./LearnerPage.vue') },
  { id: 'courses', name: t('app.practiceCourses'), component: () => import('./CoursesPage.vue') },
] as const;
