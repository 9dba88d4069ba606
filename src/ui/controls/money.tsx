"use client";
import { createContext, useContext, type ReactNode } from "react";

const Currency = createContext("EUR");

/** The workshop's money, for every sum below. */
export function MoneyProvider({ currency, children }: { currency: string; children: ReactNode }) {
  return <Currency.Provider value={currency}>{children}</Currency.Provider>;
}

export const useMoney = (): string => useContext(Currency);

/** A sum with its currency: 4.5, "EUR" → "€4.50". */
export const money = (amount: number, currency: string): string =>
  new Intl.NumberFormat("en", { style: "currency", currency, currencyDisplay: "narrowSymbol" }).format(amount);
