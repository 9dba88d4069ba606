import useSWR from "swr";
import type { Problem, Result } from "@/core/base/result";

const unreachable: Problem = { code: "unreachable", message: "Ovrant's server did not answer.", action: "Try again." };

async function asked<T>(url: string): Promise<Result<T>> {
  try {
    return (await (await fetch(url)).json()) as Result<T>;
  } catch {
    return { ok: false, problem: unreachable };
  }
}

/** What the server answers at an address, remembered for the page: asked once, however often it is opened. */
export function useAsked<T>(url: string | null): { value: T | null; problem: Problem | null } {
  const { data } = useSWR(url, asked<T>, { revalidateOnFocus: false, revalidateIfStale: false });
  return { value: data?.ok ? data.value : null, problem: data && !data.ok ? data.problem : null };
}
