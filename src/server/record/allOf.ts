import { Zip, ZipPassThrough } from "fflate";
import { database } from "../../data/base/connection";
import { jobsOfMachine, knownOfMachine } from "../../data/workshop/known";
import { findMachine } from "../../data/workshop/machines";
import { bundleName, bundleOf } from "./bundle";
import { jobRecord } from "../../data/record/jobFile";

const README = `Everything this workshop knows of one machine.

machine.json   the machine, its dates, and lines of the audit that name it
jobs/*.zip     each of its jobs, whole: its document, journal, logs, photos, drawing and report.
               "ovrant verify FILE" says whether one is as it was written, "ovrant import FILE" takes it in.
`;

/** Everything that is known of a machine, as a zip that is made while it is sent: one job at a time is held. */
export async function allOf(machineId: number): Promise<{ tag: string; stream: ReadableStream<Uint8Array> } | null> {
  const db = await database();
  const machine = await findMachine(db, machineId);
  if (!machine) return null;
  const jobs = await jobsOfMachine(db, machineId);
  const known = { ...(await knownOfMachine(db, machine)), machine };
  const waiting = [...jobs];
  let zip: Zip;
  const text = new TextEncoder();
  const put = (name: string, bytes: Uint8Array) => {
    const file = new ZipPassThrough(name);
    zip.add(file);
    file.push(bytes, true);
  };
  const stream = new ReadableStream<Uint8Array>({
    start(out) {
      zip = new Zip((err, chunk, final) => {
        if (err) return out.error(err);
        out.enqueue(chunk);
        if (final) out.close();
      });
      put("README.txt", text.encode(README));
      put("machine.json", text.encode(`${JSON.stringify(known, null, 2)}\n`));
    },
    async pull() {
      const next = waiting.shift();
      if (next === undefined) return zip.end();
      const [bundle, record] = [await bundleOf(next), await jobRecord(db, next)];
      if (bundle && record) put(`jobs/${bundleName(record.file)}`, bundle.bytes);
      if (waiting.length === 0) zip.end();
    },
    cancel: () => zip.terminate(),
  });
  return { tag: machine.tag, stream };
}
