/** A few points of a print, looked at exactly. */
import { D50, spectrumToLab, type Triple } from '../spectrum/index.ts';
import { InkLayers, surfaceAt, Viewer, type Point, type Scene } from './scene.ts';
import type { View } from './view.ts';

/** Lab under D50 of points of one scene in one view. */
export function labsAt(scene: Scene, view: View, points: readonly Point[]): readonly Triple[] {
  const viewer = new Viewer(scene, view);
  const inks = new InkLayers(scene, viewer.glints);
  return points.map((point) => {
    const layers = viewer.order.map((laid) => inks.at(laid, point));
    return spectrumToLab(viewer.see(layers, surfaceAt(scene, view.side, point)), D50);
  });
}
