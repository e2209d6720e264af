/** The artwork of the open job, followed while it is read. */
import { API, type ArtworkId, type ArtworkSummary, type Problem } from '@kyanos/contract';
import { shallowRef, watch, type Ref } from 'vue';
import { call, Refused } from '../shared/api.ts';
import { follow } from '../shared/follow.ts';

export function useOpenArtwork(
  artworkId: Readonly<Ref<ArtworkId | null>>,
  problem: Ref<Problem | undefined>,
) {
  const artwork = shallowRef<ArtworkSummary>();

  async function followed(id: ArtworkId): Promise<void> {
    const ask = () => call(API.getArtwork, { params: { id } });
    try {
      await follow(ask, {
        again: ask,
        onState: (now) => (artwork.value = now),
        wanted: () => artworkId.value === id,
      });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      problem.value = error.problem;
    }
  }
  watch(
    artworkId,
    (id) => {
      if (artwork.value?.id !== id) artwork.value = undefined;
      if (id) void followed(id);
    },
    { immediate: true, flush: 'sync' },
  );

  /** Asks again for the same artwork, which may be read anew. */
  const followAgain = (): void => {
    if (artworkId.value) void followed(artworkId.value);
  };

  return { artwork, followAgain };
}
