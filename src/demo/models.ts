import type { RigMachine } from "../core/rig";

/** The made-up models of the Lantern Row scenario as rig machines in good order. */
export const tessalyK15: RigMachine = {
  chips: [
    { id: "cpu", dieJK: 2.6, plateJK: 34, contactKW: 0.3, pipeKW: 0.1, idleW: 5, loadW: 48, boostW: 72, boostS: 26, maxMHz: 4300 },
    { id: "gpu", dieJK: 6.5, plateJK: 46, contactKW: 0.14, pipeKW: 0.09, idleW: 6, loadW: 40, boostW: 40, boostS: 0, maxMHz: 1900 },
  ],
  sharedFins: true, finJK: 120, finKW: 0.29, fanExponent: 0.62, stillAirWK: 0.5, caseJK: 900, caseKW: 0.6, recirculation: 0.35,
  fan: { count: 2, idleRpm: 2100, maxRpm: 4900, fromC: 48, toC: 92, stepRpm: 0, hysteresisK: 3, lagS: 5 }, limitC: 97, cores: 8,
};

export const orrowby17: RigMachine = {
  chips: [
    { id: "cpu", dieJK: 2.8, plateJK: 70, contactKW: 0.27, pipeKW: 0.06, idleW: 6, loadW: 55, boostW: 80, boostS: 30, maxMHz: 4500 },
    { id: "gpu", dieJK: 8, plateJK: 80, contactKW: 0.11, pipeKW: 0.06, idleW: 8, loadW: 78, boostW: 78, boostS: 0, maxMHz: 2000 },
  ],
  sharedFins: true, finJK: 190, finKW: 0.22, fanExponent: 0.66, stillAirWK: 0.6, caseJK: 1300, caseKW: 0.5, recirculation: 0.35,
  fan: { count: 2, idleRpm: 1700, maxRpm: 4400, fromC: 50, toC: 90, stepRpm: 0, hysteresisK: 3, lagS: 6 }, limitC: 95, cores: 1,
};

export const wrenfell14: RigMachine = {
  chips: [{ id: "cpu", dieJK: 2.2, plateJK: 24, contactKW: 0.42, pipeKW: 0.16, idleW: 3.2, loadW: 26, boostW: 42, boostS: 28, maxMHz: 4100 }],
  sharedFins: true, finJK: 70, finKW: 0.82, fanExponent: 0.58, stillAirWK: 0.2, caseJK: 600, caseKW: 0.9, recirculation: 0.35,
  fan: { count: 1, idleRpm: 2000, maxRpm: 5200, fromC: 45, toC: 88, stepRpm: 200, hysteresisK: 4, lagS: 6 }, limitC: 95, cores: 1,
};

/** Fanless: the spreader is the fin stack, still air is all it has. */
export const calderNook13: RigMachine = {
  chips: [{ id: "cpu", dieJK: 1.8, plateJK: 40, contactKW: 0.55, pipeKW: 0.5, idleW: 1.4, loadW: 9, boostW: 17, boostS: 20, maxMHz: 3200 }],
  sharedFins: true, finJK: 90, finKW: 1e6, fanExponent: 0.6, stillAirWK: 0.32, caseJK: 420, caseKW: 1.6, recirculation: 0.2,
  fan: { count: 0, idleRpm: 0, maxRpm: 1, fromC: 40, toC: 90, stepRpm: 0, hysteresisK: 3, lagS: 6 }, limitC: 90, cores: 4,
};
