import { fireEvent, render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import { wrenfell14Layout } from "@/samples/layouts";
import { router, serverAnswers } from "@/testing/screen";
import { Compare } from "./Compare";
import { sendPhoto, type PhotoView } from "./photo";
import { PhotosScreen } from "./PhotosScreen";

const user = userEvent.setup();
const photo = (id: number, more: Partial<PhotoView> = {}): PhotoView => ({
  id,
  phase: "found",
  note: "",
  xMm: null,
  yMm: null,
  width: 1600,
  height: 1200,
  squaring: null,
  createdAt: "2031-03-04T10:00:00.000Z",
  ...more,
});
const shown = (photos: PhotoView[], closed = false) =>
  render(<PhotosScreen jobId={6} layout={wrenfell14Layout()} photos={photos} heat={false} closed={closed} />);

describe("photos of a job", () => {
  it("are asked for before anything is touched while there is none", () => {
    shown([]);
    expect(document.body.textContent).toContain("Take one as found before anything is touched");
  });

  it("of a closed job are looked at, and none is taken or removed", async () => {
    shown([photo(1, { note: "fins" })], true);
    expect(screen.queryByRole("button", { name: /Take|Add|Camera/ })).toBeNull();
    await user.click(screen.getByRole("button", { name: /fins|As found/ }));
    expect(screen.queryByRole("button", { name: /Remove|Take it away/ })).toBeNull();
  });

  it("one that is taken away can be brought back", async () => {
    const { sent } = serverAnswers({ ok: true, value: null });
    shown([photo(1, { note: "fins" }), photo(2, { phase: "after" })]);
    await user.click(screen.getByRole("button", { name: /fins/ }));
    await user.click(screen.getByRole("button", { name: /Remove|Take it away/ }));
    const back = await screen.findByRole("button", { name: /Bring it back|Undo/ });
    expect(sent[0]).toMatchObject({ url: "/api/photos/1", method: "PATCH", body: { removed: true } });
    await user.click(back);
    await expect.poll(() => sent[1]).toMatchObject({ url: "/api/photos/1", body: { removed: false } });
    expect(router.refresh).toHaveBeenCalled();
  });
});

describe("sending a picture", () => {
  const file = new File([new Uint8Array([1, 2, 3])], "p.jpg", { type: "image/jpeg" });
  it("gives what the server answers", async () => {
    const asked: [string, unknown][] = [];
    vi.stubGlobal("fetch", (url: string, init: { body: unknown }) => {
      asked.push([url, init.body]);
      return Promise.resolve({ json: () => Promise.resolve({ ok: true, value: { photoId: 9 } }) });
    });
    expect(await sendPhoto(6, "cleaned", file)).toEqual({ ok: true, value: { photoId: 9 } });
    expect(asked).toEqual([["/api/jobs/6/photos?phase=cleaned", file]]);
  });
  it("never throws: a server that cannot be reached is told, with what to do", async () => {
    serverAnswers(new Error("offline"));
    const answer = await sendPhoto(6, "found", file);
    expect(answer).toMatchObject({ ok: false, problem: { code: "unreachable", action: /send it again/ } });
  });
});

describe("two photos on each other", () => {
  it("are parted by a line that arrows and page keys move, from one edge to the other", () => {
    render(<Compare left={photo(1)} right={photo(2, { phase: "after", note: "clean" })} onEnd={() => undefined} />);
    const line = screen.getByRole("slider", { name: "Line between the photos" });
    const at = () => Number(line.getAttribute("aria-valuenow"));
    expect(at()).toBe(50);
    fireEvent.keyDown(line, { key: "ArrowLeft" });
    expect(at()).toBe(48);
    for (let i = 0; i < 8; i++) fireEvent.keyDown(line, { key: "PageUp" });
    expect(at()).toBe(100);
    for (let i = 0; i < 12; i++) fireEvent.keyDown(line, { key: "PageDown" });
    expect(at()).toBe(0);
    fireEvent.keyDown(line, { key: "x" });
    expect(at()).toBe(0);
    expect(screen.getByAltText("After: clean")).toBeTruthy();
  });
});
