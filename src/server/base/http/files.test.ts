import { describe, expect, it } from "vitest";
import { fileResponse, safeName } from "./files";

const LOGS = ["csv", "txt"];

describe("a file that is saved", () => {
  it.each([
    ["run before.csv", "run_before.csv"],
    ["RUN.TXT", "RUN.TXT"],
    ["../../etc/passwd", "etc_passwd.csv"],
    ["C:\\x\\log.csv", "C_x_log.csv"],
    [".bashrc", "bashrc.csv"],
    ["verdict.html", "verdict.html.csv"],
    ["log.csv.exe", "log.csv.exe.csv"],
    ['a";filename="b.html', "a_filename_b.html.csv"],
    ["\u202Egpj.csv", "gpj.csv"],
    ["", "file.csv"],
    ["...", "file.csv"],
    ["csv", "csv.csv"],
  ])("called %j is saved as %s", (name, safe) => {
    expect(safeName(name, LOGS)).toBe(safe);
  });

  it("keeps the end of a name that is too long, and its ending", () => {
    const safe = safeName(`${"long ".repeat(60)}last.csv`, LOGS);
    expect([safe.length <= 80, safe.endsWith("last.csv")]).toEqual([true, true]);
  });

  it("is saved, never shown, whatever it holds", () => {
    const { headers } = fileResponse({ name: "<svg>.html", bytes: Buffer.from("<script>") }, "text/csv", LOGS);
    expect(headers.get("content-disposition")).toBe('attachment; filename="svg_.html.csv"');
    expect(headers.get("x-content-type-options")).toBe("nosniff");
  });
});
