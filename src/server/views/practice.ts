import type { PadCurves } from "../../core/pads";
import type { Practice } from "../../core/service";
import { database } from "../../data/connection";
import { padCurves, workshopPractice } from "../../data/practice";

export const workshopPracticeView = async (): Promise<Practice> => workshopPractice(await database());

export const padCurvesView = async (): Promise<PadCurves> => padCurves(await database());
