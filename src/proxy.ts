import { NextResponse, type NextRequest } from "next/server";
import { isOurHost } from "./server/addresses";

/** Pages are given under our own names only; what is sent is looked at where it is taken in (`server/respond`). */
export function proxy(request: NextRequest): NextResponse {
  if (isOurHost(request.headers.get("host"))) return NextResponse.next();
  return new NextResponse("Ovrant is not served under this name. Set OVRANT_HOSTS to allow it.\n", {
    status: 421,
    headers: { "content-type": "text/plain; charset=utf-8" },
  });
}

// uploads and streams pass by: they would be cut short
export const config = { matcher: ["/((?!api/|_next/static/).*)"] };
