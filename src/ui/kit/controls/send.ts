import type { Problem, Result } from "@/core/base/result";

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

const cancelled: Problem = {
  code: "cancelled",
  message: "It was cancelled.",
  action: "Nothing was stored.",
};

/** Something on its way to the server, and a way to stop it. */
export interface Sending<T> {
  done: Promise<Sent<T>>;
  abort: () => void;
}

/** Sends bytes to the server, telling the share sent, 0 to 1; never throws. */
export function sendBytes<T>(
  method: "POST" | "PUT",
  url: string,
  body: Blob | string,
  onShare: (share: number) => void = () => undefined,
): Sending<T> {
  const request = new XMLHttpRequest();
  const done = new Promise<Sent<T>>((resolve) => {
    request.open(method, url);
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
    request.onabort = () => resolve({ ok: false, problem: cancelled });
    request.send(body);
  });
  return { done, abort: () => request.abort() };
}

/** Sends a log: one line that describes it, then the file. Reports the share sent; `abort` cancels. */
export const sendLog = <T>(head: unknown, file: Blob, onShare: (share: number) => void): Sending<T> =>
  sendBytes("POST", "/api/runs", new Blob([`${JSON.stringify(head)}\n`, file]), onShare);
