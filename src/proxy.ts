import { NextResponse, type NextRequest } from "next/server";
import { isOurHost } from "./server/base/http/addresses";
import { newNonce, pagePolicy } from "./server/base/http/policy";

/** Pages are given under our own names only; what is sent is looked at where it is taken in (`server/respond`). */
export function proxy(request: NextRequest): NextResponse {
  if (isOurHost(request.headers.get("host")))
    return isReadable(request.nextUrl.pathname)
      ? underPolicy(request)
      : NextResponse.rewrite(new URL("/no-such-page", request.url));
  return new NextResponse("Ovrant is not served under this name. Set OVRANT_HOSTS to allow it.\n", {
    status: 421,
    headers: { "content-type": "text/plain; charset=utf-8" },
  });
}

/** The page under a policy of its own: Next puts the nonce on its scripts, the layout on ours. */
function underPolicy(request: NextRequest): NextResponse {
  const nonce = newNonce();
  const policy = pagePolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", policy);
  return response;
}

/** Whether an address says anything: "%" and "%ff" stand for no letter. */
function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

// uploads and streams pass by: they would be cut short; no address of theirs has a percent sign
export const config = { matcher: ["/((?!api/|_next/static/).*)", "/(.*%.*)"] };
