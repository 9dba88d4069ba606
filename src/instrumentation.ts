/** Called once when the server starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { beginServing } = await import("./server/workshop/health");
  await beginServing();
}

/** Called with every error a page met. */
export async function onRequestError(error: unknown): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { noteTrouble } = await import("./server/workshop/health");
  noteTrouble(error);
}
