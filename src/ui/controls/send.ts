import type { Problem, Result } from "@/core/result";

export type Sent<T> = Result<T>;

const unreachable: Problem = {
  code: "unreachable",
  message: "Ovrant's server did not answer.",
  action: "What you entered is still here; check that it runs and send again.",
};

/** Sends JSON to the server and gives back its answer or its problem; never throws. */
export async function send<T>(
  method: "GET" | "POST" | "PATCH" | "PUT" | "DELETE",
  url: string,
  body?: unknown,
): Promise<Sent<T>> {
  try {
    const response = await fetch(url, {
      method,
      headers: { "content-type": "application/json" },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    return (await response.json()) as Sent<T>;
  } catch {
    return { ok: false, problem: unreachable };
  }
}

/** Sends a log: one line that describes it, then the file. Reports the share sent; `abort` cancels. */
export function sendLog<T>(
  head: unknown,
  file: Blob,
  onShare: (share: number) => void,
): { done: Promise<Sent<T>>; abort: () => void } {
  const request = new XMLHttpRequest();
  const done = new Promise<Sent<T>>((resolve) => {
    request.open("POST", "/api/runs");
    request.setRequestHeader("content-type", "application/octet-stream");
    request.upload.onprogress = (e) => onShare(e.lengthComputable ? e.loaded / e.total : 0);
    request.onload = () => {
      try {
        resolve(JSON.parse(request.responseText) as Sent<T>);
      } catch {
        resolve({ ok: false, problem: unreachable });
      }
    };
    request.onerror = () => resolve({ ok: false, problem: unreachable });
    request.onabort = () =>
      resolve({
        ok: false,
        problem: { code: "cancelled", message: "Sending was cancelled.", action: "Nothing was stored." },
      });
    request.send(new Blob([`${JSON.stringify(head)}\n`, file]));
  });
  return { done, abort: () => request.abort() };
}
