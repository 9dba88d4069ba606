import { dayIn, type Zone } from "../../core/base/days";
import { database } from "../../data/base/connection";
import { zoneOf } from "../../data/base/zone";

/** The zone the workshop's days begin in. */
export const zoneNow = async (): Promise<Zone> => zoneOf(await database());

/** The day it is in the workshop, year-month-day. */
export const todayNow = async (now = new Date()): Promise<string> => dayIn(await zoneNow(), now);
