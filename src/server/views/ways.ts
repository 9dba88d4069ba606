import type { PadCurves } from "../../core/pads";
import type { Ways } from "../../core/service";
import { database } from "../../data/connection";
import { padCurves, workshopWays } from "../../data/ways";

export const workshopWaysView = async (): Promise<Ways> => workshopWays(await database());

export const padCurvesView = async (): Promise<PadCurves> => padCurves(await database());
