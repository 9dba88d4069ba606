import type { Metadata } from "next";
import { LoadScreen } from "@/ui/measure/load/LoadScreen";

export const metadata: Metadata = { title: "Load" };

/** The page that works the machine under test; the token stands behind the #, and never reaches a log of requests. */
export default function LoadPage() {
  return <LoadScreen />;
}
