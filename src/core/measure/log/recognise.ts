import { draftColumn, none, type Draft } from "./column";
import type { ColumnGuess, ColumnHead, Role } from "./guess";
import { oneScale } from "./scale";

/** What every column is taken for, from units, words, and the size of its numbers. */
export function recogniseColumns(heads: readonly ColumnHead[]): ColumnGuess[] {
  const drafts = heads.map(draftColumn);
  chooseTime(drafts, heads);
  retainBest(drafts);
  numberFans(drafts);
  promoteSecondBest(drafts);
  promoteLoneTemperature(drafts);
  oneScale(drafts, heads);
  return drafts.map(({ score: _score, core: _core, fan: _fan, instead: _instead, ...guess }) => guess);
}

function chooseTime(drafts: Draft[], heads: readonly ColumnHead[]): void {
  const candidates = drafts.filter((d) => d.role === "time").sort((a, b) => b.score - a.score || a.index - b.index);
  const best = candidates[0];
  for (const d of candidates)
    if (d !== best) Object.assign(d, none({ ...d, unitText: "", samples: [], timeLike: null }, "a second time"));
  for (const d of drafts)
    if (d.role === "date" && (!best || heads[best.index]?.timeLike !== "clock"))
      Object.assign(d, none({ ...d, unitText: "", samples: [], timeLike: null }, "the date"));
}

/** Of several columns for one channel the likeliest stays; the others are left out and say so. */
function retainBest(drafts: Draft[]): void {
  const byRole = new Map<Role, Draft[]>();
  for (const d of drafts) {
    if (d.role === "none" || d.role === "time" || d.role === "date" || d.fan !== null || d.role.startsWith("fan"))
      continue;
    byRole.set(d.role, [...(byRole.get(d.role) ?? []), d]);
  }
  for (const [, same] of byRole) {
    same.sort((a, b) => b.score - a.score || a.index - b.index);
    for (const d of same.slice(1))
      Object.assign(d, {
        rival: d.role,
        role: "none",
        note: `as ${same[0]?.heading ?? ""}, kept with the file`,
        why: "rule",
      });
  }
}

function numberFans(drafts: Draft[]): void {
  for (const kind of ["speed", "duty"] as const) {
    const fans = drafts.filter((d) => d.role.startsWith("fan") && d.role.endsWith(kind));
    fans.forEach((d, i) => (d.role = `fan${i + 1}.${kind}`));
  }
  if (drafts.some((d) => /^fan\d+\.speed$/.test(d.role))) {
    for (const d of drafts)
      if (d.role.endsWith(".duty")) Object.assign(d, { role: "none", unit: "", note: "the speed is logged too" });
  }
}

/** A hot spot or an average stands for the chip where nothing else does. */
function promoteSecondBest(drafts: Draft[]): void {
  for (const role of ["cpu.temperature", "gpu.temperature"] as const) {
    const has = drafts.some((d) => d.role === role || (role === "cpu.temperature" && /^cpu\.core/.test(d.role)));
    const second = drafts.find((d) => d.instead === role);
    if (!has && second) Object.assign(second, { role, note: `${second.unit}, the only one of this chip` });
  }
}

/** With no processor temperature by name, a single nameless temperature is taken for it, and asked about. */
function promoteLoneTemperature(drafts: Draft[]): void {
  if (drafts.some((d) => d.role === "cpu.temperature" || d.role === "gpu.temperature" || /^cpu\.core/.test(d.role)))
    return;
  const nameless = drafts.filter((d) => d.role === "none" && !d.sure);
  const only = nameless[0];
  if (nameless.length === 1 && only)
    Object.assign(only, { role: "cpu.temperature", note: "the only temperature", why: "rule" });
}
