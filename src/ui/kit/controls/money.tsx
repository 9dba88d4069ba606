"use client";
import { useWorkshop } from "./workshop";

/** The workshop's money. */
export const useMoney = (): string => useWorkshop().currency;

/** A sum with its currency: 4.5, "EUR" → "€4.50". */
export const money = (amount: number, currency: string): string =>
  new Intl.NumberFormat("en", { style: "currency", currency, currencyDisplay: "narrowSymbol" }).format(amount);
