"use client";
import { useRouter } from "next/navigation";
import { Button, LinkButton } from "@/ui/controls/Button";
import { send } from "@/ui/controls/send";

/** What can be done with a closed job: open it again, or leave it. */
export function ClosedActions({ jobId }: { jobId: number }) {
  const router = useRouter();
  const openAgain = async () => {
    await send("POST", `/api/jobs/${jobId}/reopen`, {});
    router.refresh();
  };
  return (
    <>
      <Button big onClick={() => void openAgain()}>
        Open again
      </Button>
      <LinkButton href="/" look="plain" big>
        To the bench
      </LinkButton>
    </>
  );
}
