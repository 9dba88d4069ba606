import type { Knex } from "knex";
import { PASTES } from "../core/handwork/paste";
import type { Lot } from "../core/workshop/stock";
import { addLot, addSheet, book, type NewLot } from "../data/workshop/materials";
import { stepKey } from "../core/handwork/service";

/**
 * The playhouse's shelf: three pastes, sheets and off-cuts, alcohol, swabs, cloths, air. `day` gives a date by days
 * from today.
 */
export async function demoShelf(db: Knex, day: (days: number) => string, jobs: readonly number[]): Promise<void> {
  const lot = (
    kind: Lot["kind"],
    [name, number]: readonly [name: string, lot: string],
    [amount, price]: readonly [amount: number, price: number],
    [bought, opened, best]: readonly [bought: number, opened: number | null, best: number | null],
    more: Partial<Lot> = {},
  ): NewLot => ({
    kind,
    name,
    lot: number,
    amount,
    price,
    boughtOn: day(bought),
    openedOn: opened === null ? null : day(opened),
    bestBefore: best === null ? null : day(best),
    paste: null,
    pad: null,
    ...more,
  });
  const sheet = (
    thicknessMm: number,
    softness: "soft" | "medium",
    widthMm: number,
    heightMm: number,
  ): Partial<Lot> => ({ pad: { thicknessMm, softness, conductivityWmK: 6, widthMm, heightMm } });
  const bought = `${day(-320)}T09:00:00.000Z`;
  const put = (of: NewLot) => addLot(db, of, bought);
  const grey = await put(
    lot("paste", ["Grey silicone paste, 6 W/m·K", "2207"], [4, 9], [-320, -294, 104], { paste: PASTES[0] ?? null }),
  );
  const thick = await put(
    lot("paste", ["Thick paste for films, 9 W/m·K", "A14"], [0.5, 8], [-200, -168, 225], { paste: PASTES[1] ?? null }),
  );
  await put(
    lot("paste", ["Liquid metal, 40 W/m·K, conducts", "031"], [1, 16], [-60, -36, 500], { paste: PASTES[4] ?? null }),
  );
  const one = await put(
    lot("pad", ["Pad sheet 1.0 mm, medium", "5581"], [124.2, 18], [-92, -80, null], sheet(1, "medium", 100, 100)),
  );
  const soft = await put(
    lot("pad", ["Pad sheet 1.5 mm, soft", "5590"], [111.8, 22], [-92, -70, null], sheet(1.5, "soft", 100, 100)),
  );
  await put(lot("pad", ["Pad sheet 2.0 mm, soft", "5612"], [50, 15], [-30, null, null], sheet(2, "soft", 100, 50)));
  await put(lot("alcohol", ["Alcohol, 99 %", "77"], [250, 6], [-60, -40, null]));
  await put(lot("swab", ["Foam swabs", "S3"], [200, 7], [-120, -110, null]));
  await put(lot("cloth", ["Lint-free cloths", "C9"], [100, 8], [-120, -110, null]));
  await put(lot("air", ["Air cans, six of 400 ml", "L2"], [900, 28], [-50, -45, null]));
  // off-cuts left by earlier jobs, of sheets of these lots
  for (const [lotId, t, w, h] of [
    [one, 1, 62, 24],
    [one, 1, 31, 30],
    [soft, 1.5, 36, 26],
    [soft, 1.5, 20, 12],
  ] as const)
    await addSheet(db, { lotId, widthMm: w, heightMm: h, thicknessMm: t, offcut: true }, null);
  for (const [k, jobId] of jobs.entries())
    await book(
      db,
      { lotId: k % 4 === 3 ? thick : grey, jobId, what: stepKey("paste", "cpu"), amount: 0.03 + 0.01 * (k % 3) },
      `${day(-10 - k * 12)}T12:00:00.000Z`,
    );
}
