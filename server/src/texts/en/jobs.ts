export const jobs = {
  versionJobDoesNot: 'Version {number} of this job does not exist. Open the job again.',
  fileLacksArtwork:
    'The file says that it has artwork, and has none. Write it again where it comes from.',
  fileArtworkChanged:
    'The artwork in the file is not the one that its job was planned on. Write it again where it comes from.',
  cameFrom: 'Came as a file from {shop}, where it is job {number}.',
  lotThere: 'Planned there on {name}, lot {lot}, of which {left} {unit} were left.',
} as const;
