/** Address of a stage of a job. */
export const stagePath = (jobId: number, stage: string): string => `/jobs/${jobId}/${stage}`;
