/** What has to be undone if the program ends in the middle of its work: programs it called, folders it made. */
const pending = new Set<() => void>();

process.on('exit', () => {
  for (const undo of pending) undo();
});

/** Runs `undo` at the end of the program unless the returned function is called before. It can't wait for anything. */
export function atExit(undo: () => void): () => void {
  pending.add(undo);
  return () => void pending.delete(undo);
}
