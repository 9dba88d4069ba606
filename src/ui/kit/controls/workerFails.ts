/** Rejects when a worker breaks or its script cannot be loaded: such a worker answers nothing, for ever. */
export const workerFails = (worker: Worker): Promise<never> =>
  new Promise((_, fails) => {
    worker.onerror = () => fails(new Error("The worker failed."));
  });
