/** A lot of material as it is received. */
export const film = (product: string, size: number) => ({
  kind: 'material',
  product,
  name: 'Clear label film',
  lot: 'CL-2609-B',
  unit: 'm',
  width: 610,
  size,
  receivedOn: '2026-11-01',
  madeOn: null,
  expiresOn: null,
  place: 'rack 3',
  paid: 32_940,
});
