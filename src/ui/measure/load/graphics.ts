/** Side of a tile, px, and rounds of work a pixel does: some milliseconds of a small graphics chip. */
const TILE = 256;
/** Rounds of work in a pixel. */
const ROUNDS = 220;
/** Frames take so long, ms; what is left of one is rest. */
const FRAME_MS = 33;

const VERTEX = "attribute vec2 p; void main() { gl_Position = vec4(p, 0.0, 1.0); }";
const FRAGMENT = `precision highp float;
uniform float seed;
void main() {
  vec2 z = gl_FragCoord.xy / ${TILE}.0 + seed;
  for (int i = 0; i < ${ROUNDS}; i++) z = vec2(sin(z.y * 3.1 + z.x), cos(z.x * 2.7 - z.y)) * 1.01;
  gl_FragColor = vec4(z, z.x * z.y, 1.0);
}`;

/** The graphics chip's load: tiles drawn and read back, so that each is truly done. */
export interface GraphicsLoad {
  /** Works for this share of the time, 0 to 1; 0 rests. */
  work(share: number): void;
  /** Tiles done since this was asked last. */
  count(): number;
  stop(): void;
}

/** Whether what draws is the graphics chip, as far as the browser tells: one that draws by the processor says so. */
const isSoftware = (gl: WebGLRenderingContext): boolean => {
  const told = gl.getExtension("WEBGL_debug_renderer_info");
  const name = String(told ? gl.getParameter(told.UNMASKED_RENDERER_WEBGL) : gl.getParameter(gl.RENDERER));
  return /software|swiftshader|llvmpipe|basic render/i.test(name);
};

/** A load on the graphics chip; null where the browser has none to give. */
export function graphicsLoad(): GraphicsLoad | null {
  const canvas = document.createElement("canvas");
  canvas.width = canvas.height = TILE;
  const gl = canvas.getContext("webgl", { failIfMajorPerformanceCaveat: true, powerPreference: "high-performance" });
  if (!gl || isSoftware(gl)) return null;
  const program = programOf(gl);
  if (!program) return null;
  gl.useProgram(program);
  gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer());
  gl.bufferData(gl.ARRAY_BUFFER, new Float32Array([-1, -1, 3, -1, -1, 3]), gl.STATIC_DRAW);
  gl.enableVertexAttribArray(0);
  gl.vertexAttribPointer(0, 2, gl.FLOAT, false, 0, 0);
  const seed = gl.getUniformLocation(program, "seed");
  return new Tiles(gl, seed);
}

function programOf(gl: WebGLRenderingContext): WebGLProgram | null {
  const program = gl.createProgram();
  for (const [type, source] of [
    [gl.VERTEX_SHADER, VERTEX],
    [gl.FRAGMENT_SHADER, FRAGMENT],
  ] as const) {
    const shader = gl.createShader(type);
    if (!shader) return null;
    gl.shaderSource(shader, source);
    gl.compileShader(shader);
    gl.attachShader(program, shader);
  }
  gl.bindAttribLocation(program, 0, "p");
  gl.linkProgram(program);
  return gl.getProgramParameter(program, gl.LINK_STATUS) ? program : null;
}

class Tiles implements GraphicsLoad {
  private share = 0;
  private done = 0;
  private timer = 0;
  private readonly pixel = new Uint8Array(4);

  constructor(
    private readonly gl: WebGLRenderingContext,
    private readonly seed: WebGLUniformLocation | null,
  ) {}

  work(share: number): void {
    const rested = this.share === 0;
    this.share = Math.min(1, Math.max(0, share));
    if (rested && this.share > 0) this.frame();
  }

  count(): number {
    const { done } = this;
    this.done = 0;
    return done;
  }

  stop(): void {
    this.share = 0;
    window.clearTimeout(this.timer);
    this.gl.getExtension("WEBGL_lose_context")?.loseContext();
  }

  private frame(): void {
    if (this.share === 0) return;
    const from = performance.now();
    do {
      this.gl.uniform1f(this.seed, (this.done % 997) / 997);
      this.gl.drawArrays(this.gl.TRIANGLES, 0, 3);
      // reading one pixel back waits until the tile is done
      this.gl.readPixels(0, 0, 1, 1, this.gl.RGBA, this.gl.UNSIGNED_BYTE, this.pixel);
      this.done++;
    } while (performance.now() - from < FRAME_MS * this.share - 6);
    const tookMs = performance.now() - from;
    // the page itself needs a moment for its digits and its Stop
    this.timer = window.setTimeout(() => this.frame(), Math.max(2, tookMs / this.share - tookMs));
  }
}
