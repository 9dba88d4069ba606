/** A file to be saved under its name, whatever it holds: nothing of it is shown as a page. */
export function fileResponse({ name, bytes }: { name: string; bytes: Uint8Array }, type: string): Response {
  const safe = name.replace(/[^\w.-]+/g, "_") || "file";
  return new Response(new Uint8Array(bytes), {
    headers: {
      "content-type": type,
      "content-length": String(bytes.length),
      "content-disposition": `attachment; filename="${safe}"`,
      "x-content-type-options": "nosniff",
    },
  });
}
