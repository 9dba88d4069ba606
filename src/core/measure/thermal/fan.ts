/**
 * Usual exponent m of the airflow path with fan speed, R ~ n^-m, where the logs cannot tell it: forced convection over
 * fins lies between laminar 0.5 and turbulent 0.8 (Incropera & DeWitt, Fundamentals of Heat and Mass Transfer, ch. 7
 * and 8).
 */
export const USUAL_FAN_EXPONENT = 0.65;
