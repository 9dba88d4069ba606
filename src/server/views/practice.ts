import type { Practice } from "../../core/service";
import { database } from "../../data/connection";
import { workshopPractice } from "../../data/practice";

export const workshopPracticeView = async (): Promise<Practice> => workshopPractice(await database());
