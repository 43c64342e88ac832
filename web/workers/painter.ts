import { ALONG } from '../../core/color/gamut/gamut-distances.ts'
import { type HatchWish, stripesAcross } from '../../core/color/gamut/hatch.ts'
import type { Grid } from '../../core/color/grid.ts'

/** Paints pictures on the graphics card: what the processor makes of them, to the level. */
export interface Painter {
  /** A picture through a grid; null when the card has let go. */
  paint(picture: ImageData, grid: Grid, hatch: HatchWish | null): ImageBitmap | null
}

const VERTEX = `#version 300 es
void main() { gl_Position = vec4(gl_VertexID == 1 ? 3 : -1, gl_VertexID == 2 ? 3 : -1, 0, 1); }`

/** core/color/tetrahedra and core/color/gamut/hatch.ts in whole numbers, as there. */
const FRAGMENT = `#version 300 es
#define CELL ${256 / ALONG}
precision highp float;
precision highp int;
precision highp usampler2D;
precision highp usampler3D;
uniform usampler2D picture;
uniform usampler3D grid;
uniform usampler3D distances;
uniform int size;
uniform int limit;
uniform int period;
uniform int stripe;
out vec4 colour;
ivec3 node(ivec3 at) { return ivec3(texelFetch(grid, at.bgr, 0).rgb); }
int along(ivec3 part, ivec3 axis) { part *= axis; return part.r + part.g + part.b; }
void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  at.y = textureSize(picture, 0).y - 1 - at.y;
  uvec4 own = texelFetch(picture, at, 0);
  ivec3 level = ivec3(own.rgb) * (size - 1);
  ivec3 cell = min(level / 255, size - 2);
  ivec3 part = ((level - cell * 255) * 512 + 255) / 510;
  const ivec3 red = ivec3(1, 0, 0), green = ivec3(0, 1, 0), blue = ivec3(0, 0, 1);
  ivec3 most = part.r >= part.g && part.r >= part.b ? red : part.g >= part.b ? green : blue;
  ivec3 least = most == red ? (part.b <= part.g ? blue : green) : most == green ? (part.b <= part.r ? blue : red) : (part.g <= part.r ? green : red);
  int first = along(part, most);
  int third = along(part, least);
  int second = part.r + part.g + part.b - first - third;
  ivec3 sum = (256 - first) * node(cell) + (first - second) * node(cell + most) + (second - third) * node(cell + 1 - least) + third * node(cell + 1);
  ivec3 made = (sum + 128) >> 8;
  if (limit >= 0 && (at.x + at.y) % period < stripe) {
    if (int(texelFetch(distances, ivec3(own.bgr) / CELL, 0).r) > limit) made = ivec3(made.r + 2 * made.g + made.b > 512 ? 40 : 215);
  }
  colour = vec4(vec3(made), float(own.a)) / 255.0;
}`

/** Pictures and tables that stay on the card, the latest used. */
const PICTURES = 3
const TABLES = 24

/** Things on the card by what they were made from; the longest unused goes first. */
function shelf<T extends object>(gl: WebGL2RenderingContext, most: number, put: (of: T) => void, target: GLenum) {
  const held = new Map<T, WebGLTexture>()
  return (of: T): void => {
    let texture = held.get(of)
    if (texture) {
      held.delete(of)
      gl.bindTexture(target, texture)
    } else {
      texture = gl.createTexture()
      gl.bindTexture(target, texture)
      gl.texParameteri(target, gl.TEXTURE_MIN_FILTER, gl.NEAREST)
      gl.texParameteri(target, gl.TEXTURE_MAG_FILTER, gl.NEAREST)
      put(of)
    }
    held.set(of, texture)
    const [oldest] = held
    if (oldest && held.size > most) {
      held.delete(oldest[0])
      gl.deleteTexture(oldest[1])
    }
  }
}

function programOf(gl: WebGL2RenderingContext): WebGLProgram | null {
  const program = gl.createProgram()
  for (const [type, source] of [
    [gl.VERTEX_SHADER, VERTEX],
    [gl.FRAGMENT_SHADER, FRAGMENT],
  ] as const) {
    const shader = gl.createShader(type)
    if (!shader) return null
    gl.shaderSource(shader, source)
    gl.compileShader(shader)
    gl.attachShader(program, shader)
  }
  gl.linkProgram(program)
  return gl.getProgramParameter(program, gl.LINK_STATUS) ? program : null
}

/** Renderers that are the processor's own work; not every browser counts them as slow. */
const NO_CARD = /swiftshader|llvmpipe|softpipe|basic render|software/i
function isCard(gl: WebGL2RenderingContext): boolean {
  const told = gl.getExtension('WEBGL_debug_renderer_info')
  return !NO_CARD.test(String(gl.getParameter(told ? told.UNMASKED_RENDERER_WEBGL : gl.RENDERER)))
}

/**
 * The graphics card as a painter; null where there is none, or only one that the processor stands in for: it is quicker by itself.
 * @param evenSlow takes that one too, to compare the two
 */
export function openPainter(evenSlow = false): Painter | null {
  const canvas = new OffscreenCanvas(1, 1)
  const gl = canvas.getContext('webgl2', {
    failIfMajorPerformanceCaveat: !evenSlow,
    premultipliedAlpha: false,
    antialias: false,
    depth: false,
  })
  const program = gl && (evenSlow || isCard(gl)) ? programOf(gl) : null
  if (!gl || !program) return null
  // biome-ignore lint/correctness/useHookAtTopLevel: not one of React's
  gl.useProgram(program)
  gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1)
  const largest = gl.getParameter(gl.MAX_TEXTURE_SIZE) as number
  const at = (name: string) => gl.getUniformLocation(program, name)
  const [size, limit, period, stripe] = [at('size'), at('limit'), at('period'), at('stripe')]
  for (const [unit, name] of ['picture', 'grid', 'distances'].entries()) gl.uniform1i(at(name), unit)
  const picture = shelf<ImageData>(
    gl,
    PICTURES,
    ({ width, height, data }) =>
      gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8UI, width, height, 0, gl.RGBA_INTEGER, gl.UNSIGNED_BYTE, new Uint8Array(data.buffer)),
    gl.TEXTURE_2D,
  )
  const cube = (inner: GLenum, format: GLenum, n: number, values: Uint8Array) =>
    gl.texImage3D(gl.TEXTURE_3D, 0, inner, n, n, n, 0, format, gl.UNSIGNED_BYTE, values)
  const grid = shelf<Grid>(gl, TABLES, (of) => cube(gl.RGB8UI, gl.RGB_INTEGER, of.size, of.values), gl.TEXTURE_3D)
  const distances = shelf<Uint8Array>(gl, TABLES, (of) => cube(gl.R8UI, gl.RED_INTEGER, ALONG, of), gl.TEXTURE_3D)
  return {
    paint(of, through, hatch) {
      const { width, height } = of
      if (gl.isContextLost() || Math.max(width, height) > largest) return null
      if (canvas.width !== width) canvas.width = width
      if (canvas.height !== height) canvas.height = height
      gl.viewport(0, 0, width, height)
      gl.activeTexture(gl.TEXTURE0)
      picture(of)
      gl.activeTexture(gl.TEXTURE1)
      grid(through)
      gl.activeTexture(gl.TEXTURE2)
      if (hatch) distances(hatch.distances)
      const stripes = stripesAcross(width)
      gl.uniform1i(size, through.size)
      gl.uniform1i(limit, hatch ? Math.floor(hatch.threshold * 10) : -1)
      gl.uniform1i(period, stripes.period)
      gl.uniform1i(stripe, stripes.drawn)
      gl.drawArrays(gl.TRIANGLES, 0, 3)
      return gl.getError() === gl.NO_ERROR ? canvas.transferToImageBitmap() : null
    },
  }
}
