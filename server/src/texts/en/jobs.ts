export const jobs = {
  versionJobDoesNot: 'Version {number} of this job does not exist. Open the job again.',
} as const;
