import type { Piece } from "@/core/pads";
import { padsToCut, type ServiceContext } from "@/core/service";

/** What a knife and a careful hand leave between pads, mm. */
export const KERF_MM = 1;

/** The pads of a job as pieces to cut, by tag. */
export const piecesOf = (ctx: ServiceContext): Piece[] => padsToCut(ctx).map(({ pad, thicknessMm }) => ({ id: pad.tag || pad.id, widthMm: pad.wMm, heightMm: pad.hMm, thicknessMm }));
