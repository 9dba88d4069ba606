/** The paste on the face, cell by cell; arrays of stride nx + 2 with a rim of one cell. SI. */
export interface Field {
  nx: number;
  ny: number;
  w: number;
  size: number;
  dx: number;
  dy: number;
  cellM2: number;
  /** Middle of each cell from the middle of the face, m. */
  ex: Float64Array;
  ey: Float64Array;
  /** Paste, m³; gap, m; pressure, Pa. */
  v: Float64Array;
  h: Float64Array;
  p: Float64Array;
  /** 1 where paste reaches from face to face. */
  wet: Uint8Array;
  /** Pressure of air over the room's, and amount of air as its volume at the room's pressure. */
  airPa: Float64Array;
  airM3: Float64Array;
  /** −1 open to the outside, 1 and up a shut-in pocket, 0 wetted. */
  pocket: Int32Array;
}

/** Flow between faces is that of a thin film only over lengths beyond the gap: cells are no finer than this, mm. */
const FINEST_MM = 0.1;

/** A face in cells, at most so many along its longer side. */
export function fieldOf(widthMm: number, heightMm: number, cells: number): Field {
  const long = Math.max(widthMm, heightMm);
  const most = Math.min(cells, long / FINEST_MM);
  const nx = Math.max(4, Math.round((most * widthMm) / long));
  const ny = Math.max(4, Math.round((most * heightMm) / long));
  const w = nx + 2;
  const size = w * (ny + 2);
  const make = () => new Float64Array(size);
  const [dx, dy] = [widthMm / 1000 / nx, heightMm / 1000 / ny];
  const f: Field = {
    nx,
    ny,
    w,
    size,
    dx,
    dy,
    cellM2: dx * dy,
    ex: make(),
    ey: make(),
    v: make(),
    h: make(),
    p: make(),
    wet: new Uint8Array(size),
    airPa: make(),
    airM3: make(),
    pocket: new Int32Array(size),
  };
  for (let j = 1; j <= ny; j++)
    for (let i = j * w + 1; i <= j * w + nx; i++) {
      f.ex[i] = (i - j * w - 0.5) * dx - widthMm / 2000;
      f.ey[i] = (j - 0.5) * dy - heightMm / 2000;
    }
  return f;
}

const AIR_PA = 1e5;
/** Share of the face under which a bubble is not followed. */
const SMALL_BUBBLE = 8e-4;
const MOST_AIR_PA = 8 * AIR_PA;

/**
 * Sets gaps from the plate z = a + b x + c y, and which cells are full from face to face; a cell keeps its state within
 * a hair.
 */
export function openGap(f: Field, plane: readonly [number, number, number]): void {
  for (let j = 1; j <= f.ny; j++)
    for (let i = j * f.w + 1; i <= j * f.w + f.nx; i++) {
      const gap = Math.max(1e-7, plane[0] + plane[1] * (f.ex[i] as number) + plane[2] * (f.ey[i] as number));
      f.h[i] = gap;
      f.wet[i] = (f.v[i] as number) >= gap * f.cellM2 * (f.wet[i] ? 0.96 : 0.999) ? 1 : 0;
    }
}

/** Every cell of the face, by its place in the arrays. */
function eachCell({ nx, ny, w }: Field, work: (i: number) => void): void {
  for (let j = 1; j <= ny; j++) for (let i = j * w + 1; i <= j * w + nx; i++) work(i);
}

/** Marks a dry cell and all dry ones it joins; cells that are marked are passed by. */
function flood({ nx, ny, w, wet, pocket }: Field, from: number, mark: number): void {
  const stack: number[] = [];
  const reach = (o: number) => {
    if (wet[o] || pocket[o]) return;
    pocket[o] = mark;
    stack.push(o);
  };
  reach(from);
  for (let i = stack.pop(); i !== undefined; i = stack.pop()) {
    const k = i % w;
    if (k > 1) reach(i - 1);
    if (k < nx) reach(i + 1);
    if (i >= 2 * w) reach(i - w);
    if (i < ny * w) reach(i + w);
  }
}

/** Marks what is open to the outside, then every pocket that is not; gives how many of these there are. */
function markPockets(f: Field): number {
  const { nx, ny, w, wet, pocket } = f;
  pocket.fill(0);
  for (let k = 1; k <= nx; k++) for (const i of [w + k, ny * w + k]) flood(f, i, -1);
  for (let j = 1; j <= ny; j++) for (const i of [j * w + 1, j * w + nx]) flood(f, i, -1);
  let marks = 0;
  eachCell(f, (i) => {
    if (!wet[i] && !pocket[i]) flood(f, i, ++marks);
  });
  return marks;
}

/** Air in each pocket as its volume at the room's pressure, and the room it has, m³; by the pocket's mark. */
function airInPockets(f: Field, marks: number): { amount: Float64Array; space: Float64Array } {
  const { nx, ny, w, pocket, airM3 } = f;
  const [amount, space] = [new Float64Array(marks + 1), new Float64Array(marks + 1)];
  const cells = new Int32Array(marks + 1);
  eachCell(f, (i) => {
    const m = pocket[i] as number;
    const air = airM3[i] as number;
    if (m > 0) {
      amount[m] = (amount[m] as number) + air;
      space[m] = (space[m] as number) + room(f, i);
      cells[m] = (cells[m] as number) + 1;
    } else if (m === 0 && air > 0) {
      // a cell that has filled gives its air to a pocket beside it; where there is none it is dissolved
      const to = Math.max(...[i - 1, i + 1, i - w, i + w].map((o) => pocket[o] as number));
      if (to > 0) amount[to] = (amount[to] as number) + air;
    }
  });
  // bubbles of a few cells are below what the grid can tell: they dissolve
  for (let m = 1; m <= marks; m++) if ((cells[m] as number) < SMALL_BUBBLE * nx * ny) amount[m] = 0;
  return { amount, space };
}

/**
 * Air that no way leads out of: joined cell by cell, pressed by Boyle's law. Air at the edge of the face is open. A
 * hole that tears open inside the paste holds none. At the `first` call the air is that of the room.
 */
export function airPockets(f: Field, first = false): void {
  const { wet, pocket } = f;
  if (first) eachCell(f, (i) => (f.airM3[i] = wet[i] ? 0 : room(f, i)));
  const marks = markPockets(f);
  if (marks === 0) {
    f.airPa.fill(0);
    f.airM3.fill(0);
    eachCell(f, (i) => {
      if (!wet[i]) f.airM3[i] = room(f, i);
    });
    return;
  }
  const { amount, space } = airInPockets(f, marks);
  eachCell(f, (i) => {
    const m = pocket[i] as number;
    const ratio = m > 0 && (space[m] as number) > 0 ? (amount[m] as number) / (space[m] as number) : 1;
    f.airPa[i] = m > 0 ? Math.max(0, Math.min(MOST_AIR_PA, AIR_PA * (ratio - 1))) : 0;
    f.airM3[i] = m === 0 ? 0 : room(f, i) * (m > 0 ? ratio : 1);
  });
}

/** A cell may hold so much more than its brim for a while: what presses on it levels that out. */
const HEAPED = 1.04;

/**
 * A front that crosses several cells in one step heaps up what it carries in the first of them: the heap sinks into the
 * cells round it that hold less, until none is over its brim by more than a little. A few cells far, where it belongs.
 */
export function sinkHeaps(f: Field): void {
  const { nx, ny, w, v, h, wet, cellM2 } = f;
  const level = (i: number) => (v[i] as number) / ((h[i] as number) * cellM2);
  const queue: number[] = [];
  for (let j = 1; j <= ny; j++)
    for (let i = j * w + 1; i <= j * w + nx; i++) if (wet[i] && level(i) > HEAPED) queue.push(i);
  const sides = [0, 0, 0, 0];
  const lower = [0, 0, 0, 0];
  for (let n = 0; n < queue.length && n < 6 * f.size; n++) {
    const i = queue[n] as number;
    const own = level(i);
    if (own <= HEAPED) continue;
    const k = i % w;
    sides[0] = k > 1 ? i - 1 : 0;
    sides[1] = k < nx ? i + 1 : 0;
    sides[2] = i >= 2 * w ? i - w : 0;
    sides[3] = i < ny * w ? i + w : 0;
    let all = 0;
    for (let side = 0; side < 4; side++) {
      const o = sides[side] as number;
      const by = o ? Math.max(0, own - level(o)) : 0;
      lower[side] = by;
      all += by;
    }
    if (all <= 0) continue;
    const brim = (h[i] as number) * cellM2;
    const sinks = Math.min((own - 1) * brim, (all * brim) / 5);
    v[i] = (v[i] as number) - sinks;
    for (let side = 0; side < 4; side++) {
      const part = (sinks * (lower[side] as number)) / all;
      if (part === 0) continue;
      const o = sides[side] as number;
      v[o] = (v[o] as number) + part;
      if (wet[o] && level(o) > HEAPED) queue.push(o);
    }
    if (level(i) > HEAPED) queue.push(i);
  }
}

/**
 * What a front carried over the brim of a cell runs on into cells beside it that are not full, or over the edge of the
 * face (`over`: left, right, above, below); a few cells far at most.
 */
export function runOn(f: Field, over: [number, number, number, number]): void {
  const { nx, ny, w, v, h, wet, cellM2 } = f;
  const queue: number[] = [];
  for (let j = 1; j <= ny; j++)
    for (let i = j * w + 1; i <= j * w + nx; i++)
      if (!wet[i] && (v[i] as number) > (h[i] as number) * cellM2) queue.push(i);
  for (let n = 0; n < queue.length && n < 4 * f.size; n++) {
    const i = queue[n] as number;
    const brim = (h[i] as number) * cellM2;
    const excess = (v[i] as number) - brim;
    if (excess <= 0) continue;
    const k = i % w;
    const sides = [k > 1 ? i - 1 : -1, k < nx ? i + 1 : -2, i >= 2 * w ? i - w : -3, i < ny * w ? i + w : -4];
    const room = sides.map((o) =>
      o < 0 ? brim : wet[o] ? 0 : Math.max(0, (h[o] as number) * cellM2 - (v[o] as number)),
    );
    const all = room.reduce((s, r) => s + r, 0);
    if (all <= 0) continue;
    const share = Math.min(1, excess / all);
    sides.forEach((o, side) => {
      const part = (room[side] as number) * share;
      if (part <= 0) return;
      if (o < 0) over[side] = (over[side] as number) + part;
      else v[o] = (v[o] as number) + part;
    });
    v[i] = (v[i] as number) - Math.min(excess, all);
    // more than all of them take: they are full now, and it goes on from them
    if (excess > all) {
      const next = sides.filter((o) => o >= 0 && !wet[o]);
      for (const o of next) v[o] = (v[o] as number) + (excess - all) / next.length;
      v[i] = next.length ? brim : v[i];
      if (next.length) queue.push(...next);
    }
  }
}

const room = (f: Field, i: number): number => Math.max(1e-18, (f.h[i] as number) * f.cellM2 - (f.v[i] as number));
