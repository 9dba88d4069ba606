import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { words, wordsIn } from ".";

describe("figures", () => {
  it("differences carry their sign and their kelvin, tied", () => {
    expect(words.kelvin(-3.42)).toBe("\u22123.4\u00a0K");
    expect(words.kelvin(2.96)).toBe("+3.0\u00a0K");
    expect(words.kelvinSize(-11.8)).toBe("12\u00a0K");
    expect(words.range(-13.6, 1.04)).toBe("\u221213.6 to +1.0");
  });

  it("what rounds to nothing has no sign", () => {
    expect(words.signed(-0.04)).toBe("0.0");
    expect(words.signed(0.04)).toBe("0.0");
    expect(words.signed(-0.06)).toBe("\u22120.1");
    expect(words.number(-0.2)).toBe("0");
  });

  it("units of the trade", () => {
    expect(words.degrees(24.96)).toBe("25\u00a0°C");
    expect(words.kelvinPerWatt(0.384)).toBe("0.38\u00a0K/W");
    expect(words.watts(38.6)).toBe("39\u00a0W");
    expect(words.rpm(4100)).toBe("4,100\u00a0rpm");
    expect(words.millimetres(0.5)).toBe("0.5\u00a0mm");
    expect(words.share(0.807)).toBe("81\u00a0%");
    expect(words.with(3, "ml")).toBe("3\u00a0ml");
  });

  it("minutes and seconds: what rounds up to a minute is one", () => {
    expect(words.clock(185.4)).toBe("3:05");
    expect(words.clock(59.7)).toBe("1:00");
    expect(words.clock(0)).toBe("0:00");
  });

  it("another language writes its own marks, another unit turns temperatures and differences", () => {
    const german = wordsIn({ locale: "de", unit: "C" });
    expect(german.kelvin(-3.42)).toBe("\u22123,4\u00a0K");
    expect(german.rpm(4100)).toBe("4.100\u00a0rpm");
    const fahrenheit = wordsIn({ locale: "en", unit: "F" });
    expect(fahrenheit.degrees(25)).toBe("77\u00a0°F");
    expect(fahrenheit.kelvin(-10)).toBe("\u221218.0\u00a0°F");
    expect(fahrenheit.kelvinSize(-5)).toBe("9\u00a0°F");
    expect(fahrenheit.range(-5, 5)).toBe("\u22129.0 to +9.0");
  });

  it("a number is read back as it was, to its digits, and never with a hyphen for a minus", () => {
    fc.assert(
      fc.property(fc.double({ min: -1e5, max: 1e5, noNaN: true }), fc.integer({ min: 0, max: 3 }), (v, digits) => {
        const text = words.signed(v, digits);
        const back = Number(text.replace("\u2212", "-").replaceAll(",", ""));
        expect(Math.abs(back - v)).toBeLessThanOrEqual(0.5 * 10 ** -digits + 1e-6);
        expect(text).not.toContain("-");
      }),
    );
  });
});

describe("words", () => {
  it("counts things", () => {
    expect(words.counted(1, "pad")).toBe("1 pad");
    expect(words.counted(4, "screw")).toBe("4 screws");
    expect(words.counted(0, "oddity")).toBe("0 oddities");
    expect(words.counted(2, "oddity")).toBe("2 oddities");
    expect(words.counted(1200, "row")).toBe("1,200 rows");
    expect(words.noun(3, "fins")).toBe("fins");
    expect(words.agreeing(1, "is", "are")).toBe("is");
    expect(words.agreeing(0, "is", "are")).toBe("are");
  });

  it("lists names", () => {
    expect(words.listed([])).toBe("");
    expect(words.listed(["room"])).toBe("room");
    expect(words.listed(["room", "power"])).toBe("room and power");
    expect(words.listed(["room", "power", "fans"])).toBe("room, power and fans");
    expect(words.listed(["P1", "P2"], "or")).toBe("P1 or P2");
  });

  it("names chips", () => {
    expect(words.chip("cpu")).toBe("processor");
    expect(words.capital(words.chip("gpu"))).toBe("Graphics chip");
    expect(words.capital("")).toBe("");
  });
});
