import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import sharp from "sharp";
import { beforeAll, describe, expect, it } from "vitest";
import { canonicalJson, type JobFile } from "../../core/record/jobfile";
import type { Result } from "../../core/base/result";
import { database } from "../../data/base/connection";
import { jobRecord } from "../../data/record/jobFile";
import { machineByTag } from "../../data/workshop/machines";
import { addPerson, dropPerson } from "../workshop/trust/network";
import { setWorkshop } from "../../data/workshop/workshop";
import { usualWorkshop } from "../../core/workshop/job";
import { loadDemo } from "../../demo/load";
import { elsewhere, temporaryDatabase } from "../../testing/bed";
import { backgroundOver } from "../base/background/task";
import { openAgain, setDueDate } from "../workshop/machines";
import { storePhoto } from "../drawing/photos";
import { changeMark, markBytes, removeMark } from "../workshop/workshop";
import { bundleOf } from "./bundle";
import { hashOf, sha256, signOff, writtenOf } from "./document";
import { takeBundle } from "./intake";
import { pdfOf } from "./pdf/write";
import { reportFile, reportPdf, reportView, type ReportView } from "./report";
import { verified } from "./verify";

temporaryDatabase("records");

const value = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(`${r.problem.code}: ${r.problem.message}`);
  return r.value;
};
const code = (r: Result<unknown>) => (r.ok ? "ok" : r.problem.code);
const sign = { role: "bench technician", initials: "MT", checkedRole: "", checkedInitials: "" };

/** The job of a machine of the scenario, the newest. */
async function jobOfTag(tag: string): Promise<number> {
  const db = await database();
  const machine = await machineByTag(db, tag);
  const row = await db("jobs")
    .where({ machine_id: machine?.id ?? 0 })
    .orderBy("id", "desc")
    .first<{ id: number }>("id");
  return row?.id ?? 0;
}

const fileOf = async (jobId: number): Promise<JobFile> => {
  const record = await jobRecord(await database(), jobId);
  if (!record) throw new Error("no job");
  return record.file;
};

/** The report of a job, which can be made. */
async function reportNow(jobId: number): Promise<ReportView> {
  const view = await reportView(jobId);
  if (!view) throw new Error("no job");
  return value(view);
}

/** A zip with sums that fit. */
function zipped(files: Record<string, Uint8Array>): Uint8Array {
  const sums = Object.entries(files).filter(([name]) => name !== "sums.json");
  const text = JSON.stringify(Object.fromEntries(sums.map(([name, bytes]) => [name, sha256(bytes)])));
  return zipSync({ ...files, "sums.json": strToU8(text) }, { level: 0 });
}

/** Text of every page of a PDF. */
async function textOf(bytes: Uint8Array): Promise<string[]> {
  const doc = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const content = await (await doc.getPage(n)).getTextContent();
    pages.push(
      content.items
        .map((i) => ("str" in i ? i.str : ""))
        .join("")
        .replace(/\s+/g, " "),
    );
  }
  return pages;
}

/** How many pictures of dots a PDF holds. */
const imagesIn = (pdf: Buffer): number => pdf.toString("latin1").split("/Subtype /Image").length - 1;

let k15 = 0;
beforeAll(async () => {
  await loadDemo(await database(), new Date(), ["LR-02", "LR-03", "LR-08", "LR-11", "LR-14", "LR-16"]);
  await backgroundOver();
  k15 = await jobOfTag("LR-02");
  value(await openAgain(k15));
  const picture = await sharp({ create: { width: 400, height: 300, channels: 3, background: "#b4622f" } })
    .jpeg()
    .toBuffer();
  value(await storePhoto(k15, "found", Readable(picture)));
  value(await setDueDate(k15, { dueOn: "2031-06-02", why: "after the tour", close: true, note: "paste dry" }));
}, 120_000);

async function* Readable(bytes: Buffer): AsyncGenerator<Uint8Array> {
  yield await Promise.resolve(new Uint8Array(bytes));
}

describe("a bundle", () => {
  it("taken into an empty Ovrant says the same of the job, whole; taken in twice it stands once", async () => {
    const bundle = await bundleOf(k15);
    const here = await fileOf(k15);
    expect(Object.keys(unzipSync(bundle?.bytes ?? new Uint8Array())).sort()).toEqual([
      "README.txt",
      "drawing.json",
      "drawing.svg",
      "job.json",
      "photos/1.jpg",
      "report.pdf",
      "runs/1-before.csv",
      "runs/2-after.csv",
      "signoffs.json",
      "sums.json",
    ]);
    await elsewhere(async () => {
      const taken = value(await takeBundle(bundle?.bytes ?? new Uint8Array()));
      expect(taken).toMatchObject({ what: "new", tag: "LR-02", number: 1 });
      const there = await fileOf(taken.jobId);
      expect(canonicalJson(there)).toBe(canonicalJson(here));
      expect(hashOf(there)).toBe(hashOf(here));
      expect(value(await takeBundle(bundle?.bytes ?? new Uint8Array()))).toMatchObject({ what: "same" });
      const again = await bundleOf(taken.jobId);
      const [a, b] = [unzipSync(bundle?.bytes ?? new Uint8Array()), unzipSync(again?.bytes ?? new Uint8Array())];
      for (const name of Object.keys(a))
        expect([name, Buffer.from(b[name] ?? []).equals(Buffer.from(a[name] ?? []))]).toEqual([name, true]);
      // changed there, the file no longer says what stands here: it is told, and nothing is overwritten
      value(await openAgain(taken.jobId));
      const differs = value(await takeBundle(bundle?.bytes ?? new Uint8Array()));
      expect(differs).toMatchObject({ what: "differs" });
      expect(differs.differences.map((d) => d.part)).toEqual(["closing"]);
    });
  }, 60_000);

  it("brings all its handwork, also where another job's entries have the names of its own", async () => {
    const files = unzipSync((await bundleOf(k15))?.bytes ?? new Uint8Array());
    const job = JSON.parse(strFromU8(files["job.json"] ?? new Uint8Array())) as JobFile;
    const another = { ...job, uid: "ab".repeat(16), machine: { ...job.machine, tag: "LR-99" } };
    delete files["signoffs.json"];
    for (const name of Object.keys(files)) if (name.startsWith("signed/")) delete files[name];
    const taken = value(
      await takeBundle(
        zipped({ ...files, "job.json": strToU8(JSON.stringify(another)), "signoffs.json": strToU8("[]") }),
      ),
    );
    const there = await fileOf(taken.jobId);
    expect(job.journal.length).toBeGreaterThan(20);
    const said = (f: JobFile) => f.journal.map(({ id: _, ...e }) => e);
    expect(said(there)).toEqual(said(job));
    // those it clashed with are as they were
    expect((await fileOf(k15)).journal).toEqual(job.journal);
  });

  it("with a day that stands in no calendar is refused, and says where", async () => {
    const files = unzipSync((await bundleOf(k15))?.bytes ?? new Uint8Array());
    const job = JSON.parse(strFromU8(files["job.json"] ?? new Uint8Array())) as JobFile;
    for (const [part, where] of [
      [{ due: { ...job.due, dueOn: "2027-02-31" } }, "due.dueOn"],
      [{ openedAt: "2026-13-45T99:99" }, "openedAt"],
    ] as const) {
      const odd = { ...job, uid: "cd".repeat(16), ...part };
      const refused = await takeBundle(zipped({ ...files, "job.json": strToU8(JSON.stringify(odd)) }));
      expect(refused.ok ? "" : refused.problem.message).toContain(where);
    }
  });

  it.each([
    ["LR-08", "half stripped"],
    ["LR-16", "one of four"],
  ])(
    "of %s (%s) makes the way there and back without loss",
    async (tag) => {
      const jobId = await jobOfTag(tag);
      const [bundle, here] = [await bundleOf(jobId), await fileOf(jobId)];
      await elsewhere(async () => {
        const taken = value(await takeBundle(bundle?.bytes ?? new Uint8Array()));
        const there = await fileOf(taken.jobId);
        // which job of its machine it is follows from those that are there
        expect(canonicalJson({ ...there, number: 0 })).toBe(canonicalJson({ ...here, number: 0 }));
      });
    },
    60_000,
  );

  it("that is damaged, changed, or none is refused in words, and nothing is stored", async () => {
    const bundle = await bundleOf(k15);
    const files = unzipSync(bundle?.bytes ?? new Uint8Array());
    // what somebody makes who knows the form: its sums fit
    const changed = (change: (f: Record<string, Uint8Array>) => void) => {
      const copy = { ...files };
      change(copy);
      return zipped(copy);
    };
    const json = (change: (f: JobFile) => void) =>
      changed((f) => {
        const file = JSON.parse(Buffer.from(files["job.json"] ?? []).toString()) as JobFile;
        change(file);
        f["job.json"] = strToU8(JSON.stringify(file));
      });
    await elsewhere(async () => {
      const refused = async (bytes: Uint8Array) => code(await takeBundle(bytes));
      expect(await refused(strToU8("no zip"))).toBe("bad-bundle");
      expect(await refused((bundle?.bytes ?? new Uint8Array()).slice(0, 20_000))).toBe("bad-bundle");
      expect(await refused(zipSync({ "notes.txt": strToU8("x") }))).toBe("not-bundle");
      expect(await refused(changed((f) => delete f["runs/1-before.csv"]))).toBe("bad-bundle");
      expect(await refused(changed((f) => (f["runs/1-before.csv"] = strToU8("t,C\n0,40\n"))))).toBe("bundle-changed");
      expect(await refused(changed((f) => (f["photos/1.jpg"] = strToU8("GIF89a"))))).toBe("bundle-changed");
      expect(await refused(changed((f) => (f["../../etc/x"] = strToU8("x"))))).toBe("bad-bundle");
      expect(await refused(json((f) => (f.version = 2 as never)))).toBe("bad-bundle");
      expect(await refused(json((f) => (f.machine.tag = "=cmd()")))).toBe("bad-bundle");
      expect(await refused(json((f) => Object.assign(f, { more: 1 })))).toBe("bad-bundle");
      expect(await refused(json((f) => f.verdicts.forEach((v) => (v.before = 7))))).toBe("bad-bundle");
      expect((await (await database())("jobs").count({ n: "*" }))[0]).toEqual({ n: 0 });
    });
  }, 60_000);

  it("of a machine whose tag another model has is refused", async () => {
    const bundle = await bundleOf(k15);
    await elsewhere(async () => {
      const db = await database();
      await db("machines").insert({ tag: "lr-02", model: "Other 11", created_at: "2031-01-01T00:00:00Z" });
      expect(code(await takeBundle(bundle?.bytes ?? new Uint8Array()))).toBe("other-machine");
    });
  });
});

describe("who signs", () => {
  const checkedBy = { role: "bench technician", initials: "MT", checkedRole: "lead", checkedInitials: "HM" };
  it("is who is signed in, and who checked gives their own PIN where they have a tag", async () => {
    const jobId = await jobOfTag("LR-14");
    const db = await database();
    await db("jobs").where({ id: jobId }).update({ closed_at: "2031-03-05T10:00:00.000Z" });
    const people = {
      hm: value(await addPerson({ initials: "HM", role: "technician", pin: "4712" })).id,
      kw: value(await addPerson({ initials: "KW", role: "technician", pin: "8391" })).id,
    };
    const from = { person: "KW", bench: null };
    const fieldsOf = (r: Result<unknown>) => (r.ok ? [] : Object.keys(r.problem.fields ?? { [r.problem.code]: "" }));
    const trial = (more: object, at = from) => signOff(jobId, { ...checkedBy, ...more }, at);
    expect(fieldsOf(await trial({}))).toEqual(["checkedPin"]);
    expect(fieldsOf(await trial({ checkedPin: "0007" }))).toEqual(["checkedPin"]);
    expect(fieldsOf(await trial({ checkedInitials: "ZZ", checkedPin: "4712" }))).toEqual(["checkedInitials"]);
    expect(fieldsOf(await trial({ checkedInitials: "kw", checkedPin: "8391" }))).toEqual(["checkedInitials"]);
    // this machine itself asks a tag's PIN as well, and takes whoever has none by their initials
    expect(fieldsOf(await trial({}, { person: null, bench: null } as never))).toEqual(["checkedPin"]);
    const signed = value(await trial({ checkedPin: "4712" }));
    expect([signed.by.initials, signed.checkedBy?.initials]).toEqual(["KW", "HM"]);
    value(await dropPerson(people.hm));
    await db("people").delete();
    await db("signoffs").where({ job_id: jobId }).delete();
    await db("jobs").where({ id: jobId }).update({ closed_at: null });
  });
});

describe("a signature", () => {
  it(
    "freezes a closed job; opened and closed anew it makes " + "a further revision, and the first stays as it was",
    async () => {
      const open = await jobOfTag("LR-03");
      expect(code(await signOff(open, sign))).toBe("job-open");
      expect(code(await signOff(k15, { ...sign, initials: "M. T." }))).toBe("bad-fields");
      expect(code(await signOff(k15, { ...sign, checkedRole: "chief" }))).toBe("bad-fields");
      const first = value(await signOff(k15, sign));
      expect(first).toMatchObject({ revision: 1, sha256: hashOf(await fileOf(k15)) });
      expect(code(await signOff(k15, sign))).toBe("already-signed");
      // what is known of the machine may change: the signed document does not
      await (await database())("machines").where({ tag: "LR-02" }).update({ place: "Elsewhere" });
      const written = await writtenOf(k15);
      expect(written?.file.machine.place).toBe("Sound playback");
      expect(written?.sha256).toBe(first.sha256);
      value(await openAgain(k15));
      expect((await writtenOf(k15))?.signOff).toBeNull();
      value(await setDueDate(k15, { dueOn: "2031-06-02", why: "after the tour", close: true, note: "once more" }));
      expect(value(await signOff(k15, sign))).toMatchObject({ revision: 2 });
      expect((await writtenOf(k15))?.signOffs.map((s) => s.revision)).toEqual([1, 2]);
    },
  );

  it("is told by verify, and so is every accident on the way", async () => {
    const bundle = await bundleOf(k15);
    const bytes = bundle?.bytes ?? new Uint8Array();
    const looked = value(await verified("job.zip", bytes));
    expect(looked).toMatchObject({ revision: 2, since: [], logs: 2, photos: 1 });
    const files = unzipSync(bytes);
    const signed = Buffer.from(files["signed/2.json"] ?? []).toString();
    expect(value(await verified("2.json", strToU8(signed))).sha256).toBe(looked.sha256);
    const bent = zipped({ ...files, "signed/2.json": strToU8(signed.replace("once more", "once less")) });
    expect(code(await verified("job.zip", bent))).toBe("bundle-changed");
    expect(code(await verified("job.json", strToU8("{}")))).toBe("bad-bundle");
    // one flipped bit anywhere is told
    const half = bytes.slice();
    const at = Math.floor(half.length / 2);
    half[at] = (half[at] ?? 0) ^ 1;
    expect(code(await verified("job.zip", half))).not.toBe("ok");
    const without = { ...files };
    delete without["report.pdf"];
    expect(code(await verified("job.zip", zipSync(without)))).toBe("bad-bundle");
  }, 30_000);
});

describe("the report as PDF", () => {
  it("says the verdict, who signed, and the hash, on two pages of A4; the same job gives the same bytes", async () => {
    const { bytes } = value(await reportFile(k15));
    const [owner = "", workshop = ""] = await textOf(bytes);
    const K = Math.abs(Math.round((await fileOf(k15)).verdicts.at(-1)?.result.chips[0]?.change?.K ?? 0));
    expect(owner).toContain(`Your laptop runs ${K} degrees cooler`);
    expect(owner).toContain("Dust blocked the air");
    expect(owner).toContain("Done by bench technician, MT");
    expect(owner).toContain("Next visit: by 2 June 2031");
    expect(owner).toContain("All back and counted:");
    expect(workshop).toContain((await writtenOf(k15))?.sha256 ?? "-");
    expect(workshop).toContain("K/W");
    // K/W is nothing for an owner
    expect(owner).not.toContain("K/W");
    expect(Buffer.from(value(await reportFile(k15)).bytes).equals(bytes)).toBe(true);
    const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
    const page = await doc.getPage(1);
    expect(page.view.map(Math.round)).toEqual([0, 0, 595, 842]);
  }, 30_000);

  it.each([
    ["de", "C", /Ihr Laptop läuft \d+ Grad kühler/, /Für die Werkstatt/],
    ["fr", "C", /Votre portable tourne \d+ degrés plus frais/, /Pour l’atelier/],
    ["en", "F", /Your laptop runs 6\d degrees cooler/, /°F \(−\d+\.\d K\)/],
  ] as const)(
    "speaks %s in °%s",
    async (language, unit, owner, workshop) => {
      await setWorkshop(await database(), { ...usualWorkshop, language, unit });
      const pages = await textOf(value(await reportFile(k15)).bytes);
      expect(pages[0]).toMatch(owner);
      expect(pages[1]).toMatch(workshop);
      await setWorkshop(await database(), usualWorkshop);
    },
    30_000,
  );

  it.each([
    ["en", /Also noticed: Coin cell: CC-20, 2\.6 V, weak: the clock may go wrong, clock loses minutes\./],
    ["de", /Nebenbei bemerkt: Knopfzelle: CC-20, 2,6 V, schwach: Die Uhr kann falsch gehen/],
    ["fr", /Remarqué au passage: Pile bouton: CC-20, 2,6 V, faible/],
  ] as const)(
    "tells the owner in %s of a part that wants something done, the workshop of all",
    async (language, owner) => {
      await setWorkshop(await database(), { ...usualWorkshop, language });
      const [first = "", second = ""] = await textOf(value(await reportFile(k15)).bytes);
      await setWorkshop(await database(), usualWorkshop);
      expect(first).toMatch(owner);
      expect(first).not.toContain("MR-16-48");
      for (const part of ["MR-16-48", "KD-1024-A", "CC-20"]) expect(second).toContain(part);
    },
  );

  it("tells conditions and materials in its own language, what was typed as it was typed", async () => {
    await setWorkshop(await database(), { ...usualWorkshop, language: "de" });
    const [, de = ""] = await textOf(value(await reportFile(k15)).bytes);
    await setWorkshop(await database(), usualWorkshop);
    const [, en = ""] = await textOf(value(await reportFile(k15)).bytes);
    expect(de).toMatch(/Bei beiden gleich: Versorgung Netz, 180 W; Energiemodus Leistung; Lüfter selbsttätig/);
    expect(de).toContain("36 Wattestäbchen, ");
    expect(en).toContain("The same for both: Supply mains, 180 W; Power mode Performance; Fans Automatic");
    expect(en).toContain("36 swabs, ");
    for (const page of [de, en]) expect(page).toMatch(/All ?cores and graphics, 15 min/);
  }, 30_000);

  it("has its lint drawn as it was found, and the workshop's mark at its head once there is one", async () => {
    const written = await writtenOf(k15);
    const found = (await reportNow(k15)).report.found.svg ?? "";
    // felt of the stack that was matted, in colours a printer knows
    expect(found.match(/#A8977A/g)?.length ?? 0).toBeGreaterThanOrEqual(2);
    expect(found).not.toContain("var(--");
    const plain = await reportPdf(written as NonNullable<typeof written>);
    const picture = await sharp({ create: { width: 900, height: 200, channels: 3, background: "#0b6a94" } })
      .png()
      .toBuffer();
    value(await changeMark(picture));
    expect(await sharp((await markBytes()) ?? undefined).metadata()).toMatchObject({ width: 640, format: "png" });
    expect((await reportNow(k15)).mark).toBe(true);
    const marked = await reportPdf(written as NonNullable<typeof written>);
    expect(imagesIn(marked)).toBe(imagesIn(plain) + 1);
    expect(code(await changeMark(Buffer.from("<svg xmlns='http://www.w3.org/2000/svg'/>")))).toBe("not-a-mark");
    expect(code(await changeMark(picture.subarray(0, 60)))).toBe("not-a-mark");
    value(await removeMark());
    expect(await markBytes()).toBeNull();
    expect((await reportPdf(written as NonNullable<typeof written>)).equals(plain)).toBe(true);
  }, 30_000);

  it("goes on to a further page where there is too much for one, and every page is numbered", async () => {
    const { report, written } = await reportNow(k15);
    const { technical } = report;
    const long = {
      ...report,
      care: { ...report.care, text: `${report.care.text} `.repeat(14) },
      technical: {
        ...technical,
        notes: [...technical.notes, { title: "More", lines: Array.from({ length: 70 }, (_, i) => `Line ${i}.`) }],
      },
    };
    const bytes = await pdfOf(long, { sha256: written.sha256, photos: new Map(), created: new Date(0), mark: null });
    const pages = await textOf(bytes);
    expect(pages.length).toBeGreaterThan(3);
    pages.forEach((p, i) => expect(p).toContain(`Page ${i + 1} of ${pages.length}`));
    // nothing is lost or stands twice
    for (let i = 0; i < 70; i++) expect(pages.join(" ").split(`Line ${i}.`)).toHaveLength(2);
    expect(pages.at(-1)).toContain(written.sha256);
  }, 30_000);

  it.each(["LR-03", "LR-11", "LR-14"])(
    "of %s is made, whatever is known of it",
    async (tag) => {
      const { bytes } = value(await reportFile(await jobOfTag(tag)));
      const pages = await textOf(bytes);
      expect(pages).toHaveLength(2);
      expect(pages[0]?.length).toBeGreaterThan(200);
    },
    30_000,
  );
});
