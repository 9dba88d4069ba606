import { answerSamples } from "@/server/measure/live/direct";

export const dynamic = "force-dynamic";

/** Takes samples in: a JSON object a line. What is answered as acknowledged is on disk. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answerSamples(request, (await params).id, new URL(request.url).searchParams.get("source"));
}
