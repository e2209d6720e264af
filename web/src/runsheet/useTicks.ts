/** Ticks on the run sheet of the open job: the bench and the office see the same. */
import { useJob } from '../job/useJob.ts';
import { useBenchState } from './useBenchState.ts';

export function useTicks() {
  const job = useJob();
  return useBenchState(() => {
    const { id, version } = job;
    return id && version !== undefined ? { id, version } : undefined;
  });
}
