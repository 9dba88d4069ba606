"use client";
import { useRouter } from "next/navigation";
import { Button, LinkButton } from "@/ui/kit/controls/Button";
import { send } from "@/ui/kit/controls/send";
import { useSubmit } from "@/ui/kit/controls/useSubmit";

/** What can be done with a closed job: open it again, or leave it. */
export function ClosedActions({ jobId }: { jobId: number }) {
  const router = useRouter();
  const { act, busy, refusal } = useSubmit();
  const openAgain = async () => {
    if (await act(() => send("POST", `/api/jobs/${jobId}/reopen`, {}))) router.refresh();
  };
  return (
    <>
      {refusal}
      <Button big onClick={() => void openAgain()} disabled={busy}>
        Open again
      </Button>
      <LinkButton href={`/jobs/${jobId}/report`} look="main" big>
        Report
      </LinkButton>
    </>
  );
}
