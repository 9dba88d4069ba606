import type { Report, ReportTable, Span } from "@/core/record/report";
import { Mark } from "@/ui/kit/controls/Mark";

const SHEET =
  "report-sheet relative mx-auto flex min-h-[296.9mm] w-[210mm] flex-col bg-white px-[15mm] pt-[7.5mm] " +
  "pb-[21mm] text-[#16211f] shadow-[0_1px_10px_#16211f33] print:shadow-none";
const SOFT = "text-[#47544f]";
const RULE = "border-[#c9d1cd]";

interface Props {
  report: Report;
  photoIds: number[];
  /** Whether the workshop has a mark of its own. */
  mark: boolean;
}

/** The report on its sheets of A4, as it is printed: white in every theme. */
export function ReportSheets({ report: r, photoIds, mark }: Props) {
  return (
    <div className="grid gap-6 print:block" lang={r.form.language}>
      <article className={SHEET} aria-label={r.foot.page(1, 2)}>
        <Head r={r} mark={mark} />
        <h2 className="mt-2.5 text-[33px] leading-[38px] font-[740]">{r.headline}</h2>
        <p className={`mt-1.5 text-[16.5px] leading-[23px] ${SOFT}`}>
          <Spans spans={r.verdict} />
        </p>
        <Statements r={r} />
        <Figures r={r} />
        <Found r={r} />
        <div className={`mt-2 grid grid-cols-2 gap-6 border-t ${RULE} pt-3`}>
          {[r.next, r.care].map((p) => (
            <div key={p.title}>
              <h3 className="text-[17px] leading-[22px] font-semibold">{p.title}</h3>
              <p className="mt-0.5 text-[14.5px] leading-5">{p.text}</p>
            </div>
          ))}
        </div>
        <Foot r={r} page={1} />
      </article>
      <article className={SHEET} aria-label={r.foot.page(2, 2)}>
        <Head r={r} mark={mark} />
        <h2 className="mt-2.5 text-[26px] leading-8 font-bold">{r.technical.title}</h2>
        <Workshop r={r} photoIds={photoIds} />
        <Foot r={r} page={2} />
      </article>
    </div>
  );
}

function Spans({ spans }: { spans: readonly Span[] }) {
  return spans.map((s, i) => (
    <span
      key={i}
      className={
        s.path
          ? `font-semibold ${s.path === "contact" ? "text-[#9a1a57]" : "text-[#0b6a94]"}`
          : s.strong
            ? "font-semibold text-[#16211f]"
            : ""
      }
    >
      {s.text}
    </span>
  ));
}

function Head({ r, mark }: { r: Report; mark: boolean }) {
  return (
    <header className="flex items-start gap-2.5 border-b-[1.2px] border-[#16211f] pb-2.5">
      {mark ? (
        <img src="/api/settings/mark" alt="" className="max-h-[42px] max-w-24 object-contain" />
      ) : (
        <span className="[--ink:#16211f]">
          <Mark />
        </span>
      )}
      <p className="flex-1 leading-5">
        <b className="block text-[16px] font-semibold">{r.head.workshop}</b>
        <span className={`text-[14px] ${r.head.draft ? "text-[#5b4300]" : SOFT}`}>{r.head.draft || r.head.record}</span>
      </p>
      <p className="text-right leading-5">
        <b className="block text-[16px] font-semibold">{r.head.machine}</b>
        <span className={`text-[14px] ${SOFT}`}>{r.head.service}</span>
      </p>
    </header>
  );
}

function Statements({ r }: { r: Report }) {
  if (r.statements.length === 0) return null;
  return (
    <div
      className={`mt-2.5 grid border-t ${RULE} pt-2`}
      style={{ gridTemplateColumns: `repeat(${r.statements.length}, minmax(0, 1fr))` }}
    >
      {r.statements.map((s, i) => (
        <div key={s.title} className={i ? `border-l ${RULE} px-3.5` : "pr-3.5"}>
          <h3 className="text-[19.5px] leading-[25px] font-semibold">{s.title}</h3>
          <p className={`text-[14.5px] leading-[19.5px] ${SOFT}`}>{s.text}</p>
        </div>
      ))}
    </div>
  );
}

/** Our own markup, every text of it escaped where it was made. */
function Drawn({ svg, className = "" }: { svg: string; className?: string }) {
  return <div aria-hidden className={className} dangerouslySetInnerHTML={{ __html: svg }} />;
}

function Figures({ r }: { r: Report }) {
  if (!r.ladder && !r.why) return null;
  return (
    <div className={`mt-2.5 flex gap-4 border-t ${RULE} pt-2`}>
      {r.ladder ? (
        <div className="w-[330px] shrink-0">
          <Drawn svg={r.ladder.svg} />
          <p className={`text-center text-[13.5px] leading-[18px] ${SOFT}`}>{r.ladder.caption}</p>
        </div>
      ) : null}
      {r.why ? (
        <div className="min-w-0">
          <h3 className="text-[17px] leading-[22px] font-semibold">{r.why.title}</h3>
          {r.why.items.map((item, i) => (
            <p key={i} className="mb-1 text-[14.5px] leading-5">
              <Spans spans={[{ text: item.lead ? `${item.lead} ` : "", path: item.path }, { text: item.text }]} />
            </p>
          ))}
          {r.why.sure.length ? (
            <>
              <h3 className="mt-2 text-[17px] leading-[22px] font-semibold">{r.why.sureTitle}</h3>
              <p className="text-[14.5px] leading-5">{r.why.sure.join(" ")}</p>
            </>
          ) : null}
          <p className={`mt-1 text-[13.2px] leading-[18px] ${SOFT}`}>{r.why.note}</p>
        </div>
      ) : null}
    </div>
  );
}

function Found({ r }: { r: Report }) {
  return (
    <div className={`mt-2 border-t ${RULE} pt-2`}>
      <h3 className="text-[17px] leading-[22px] font-semibold">
        {r.found.title} <span className={`pl-2 text-[14px] font-normal ${SOFT}`}>{r.found.sub}</span>
      </h3>
      {r.found.svg ? (
        <>
          <Drawn svg={r.found.svg} className="mt-1.5" />
          <ul className="sr-only">
            {r.found.lines.map((l) => (
              <li key={l}>{l}</li>
            ))}
          </ul>
        </>
      ) : (
        <ul className="text-[14.5px] leading-5">
          {r.found.lines.map((l) => (
            <li key={l}>{l}</li>
          ))}
        </ul>
      )}
      <p className="mt-1 text-[14.5px] leading-5">
        <Spans spans={r.counts} />
      </p>
      {[r.asides, r.bench]
        .filter((line) => line.length > 0)
        .map((line, i) => (
          <p key={i} className="mt-1 text-[14.5px] leading-5 wrap-anywhere">
            <Spans spans={line} />
          </p>
        ))}
    </div>
  );
}

function Workshop({ r, photoIds }: { r: Report; photoIds: number[] }) {
  const t = r.technical;
  return (
    <div className="flex flex-1 flex-col gap-2.5 text-[13.4px] leading-[17px]">
      {t.curves ? (
        <section>
          <h3 className="text-[15.5px] leading-[21px] font-semibold">{t.curves.title}</h3>
          <Drawn svg={t.curves.svg} />
        </section>
      ) : null}
      {t.tables.map((one) => (
        <ReportTableShown key={one.title} table={one} />
      ))}
      <div className="grid grid-cols-2 gap-x-6 gap-y-2.5">
        {t.notes.map((n) => (
          <section key={n.title}>
            <h3 className="text-[15.5px] leading-[21px] font-semibold">{n.title}</h3>
            {n.lines.map((l) => (
              <p key={l}>{l}</p>
            ))}
          </section>
        ))}
      </div>
      {t.photos.list.length ? (
        <section>
          <h3 className="text-[15.5px] leading-[21px] font-semibold">{t.photos.title}</h3>
          <div className="mt-1 grid grid-cols-4 gap-3">
            {t.photos.list.map((p) => (
              <figure key={p.at}>
                {/* a picture of the job's own, already small; the image service would only make it anew */}
                <img
                  src={`/api/photos/${photoIds[p.at] ?? 0}?thumb`}
                  alt={p.caption}
                  className="max-h-[125px] w-full object-contain object-left"
                />
                <figcaption className={SOFT}>{p.caption}</figcaption>
              </figure>
            ))}
          </div>
        </section>
      ) : null}
      <section className="mt-auto pt-2">
        <p className="num text-[12.9px] break-all">{t.hash}</p>
        <p className={SOFT}>{t.hashNote}</p>
      </section>
    </div>
  );
}

function ReportTableShown({ table: { title, head, rows, foot } }: { table: ReportTable }) {
  if (rows.length === 0)
    return (
      <section>
        <h3 className="text-[15.5px] leading-[21px] font-semibold">{title}</h3>
        <p>{foot}</p>
      </section>
    );
  return (
    <div>
      <table className="w-full table-fixed border-collapse text-left">
        <caption className="text-left text-[15.5px] leading-[21px] font-semibold">{title}</caption>
        <thead>
          <tr className={SOFT}>
            {head.map((h, i) => (
              <th key={i} className={`font-normal ${i === 0 ? "w-[150px]" : ""}`} scope="col">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row[0]} className="border-t border-[#dee4e1]">
              {row.map((cell, i) => (
                <td key={i} className="py-0.5 pr-2 align-top">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {foot ? <p className="mt-0.5 border-t border-[#dee4e1] pt-0.5">{foot}</p> : null}
    </div>
  );
}

function Foot({ r, page }: { r: Report; page: number }) {
  return (
    <footer
      className={`absolute inset-x-[15mm] bottom-[6mm] grid grid-cols-[1fr_320px_1fr] border-t-[1.2px] border-[#16211f]
        pt-1.5 text-[13px] leading-[17px] ${SOFT}`}
    >
      <p>
        {r.foot.by}
        <br />
        {r.foot.checked}
      </p>
      <p className="text-center">
        {r.foot.degrees} {r.foot.kept}
      </p>
      <p className="text-right">
        {r.foot.page(page, 2)}
        <br />
        Ovrant {r.head.record}
      </p>
    </footer>
  );
}
