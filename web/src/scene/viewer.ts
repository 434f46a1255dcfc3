/** Something in space on a canvas: drawn anew only when something changed, turned by hand or by key. */
import * as THREE from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'

export const VIEWS = {
  turned: [0.55, 0.38, 1],
  front: [0, 0, 1],
  side: [1, 0, 0],
  above: [0, 1, 0.0001],
} as const
export type View = keyof typeof VIEWS
const FIELD_DEG = 32
const TURN = Math.PI / 24

/** Colours as the one token file has them, light or dark. */
export function colour(name: string): THREE.Color {
  const probe = document.createElement('canvas').getContext('2d')
  const value = getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim()
  if (!probe || !value) return new THREE.Color('#888')
  probe.fillStyle = value
  return new THREE.Color(probe.fillStyle)
}

export class Viewer {
  readonly scene = new THREE.Scene()
  readonly camera = new THREE.PerspectiveCamera(FIELD_DEG, 1, 1, 1e7)
  private readonly renderer: THREE.WebGLRenderer
  private readonly controls: OrbitControls
  private readonly sized: ResizeObserver
  private middle = new THREE.Vector3()
  private size = 1000
  private seen = false
  private asked = 0

  /** Throws where there is nothing to draw with. `drawn` is called after each picture. */
  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly drawn: () => void,
  ) {
    this.renderer = new THREE.WebGLRenderer({ canvas, antialias: true, alpha: true })
    this.renderer.setPixelRatio(Math.min(devicePixelRatio, 2))
    this.controls = new OrbitControls(this.camera, canvas)
    this.controls.addEventListener('change', () => this.draw())
    // the wheel moves the page, until the hand is on the drawing
    this.controls.enableZoom = false
    canvas.addEventListener('focus', () => (this.controls.enableZoom = true))
    canvas.addEventListener('blur', () => (this.controls.enableZoom = false))
    const sky = new THREE.HemisphereLight(0xffffff, 0x8d8a82, 2.2)
    const sun = new THREE.DirectionalLight(0xffffff, 1.6)
    sun.position.set(0.4, 1, 0.7)
    this.scene.add(sky, sun)
    this.sized = new ResizeObserver(() => this.fit())
    this.sized.observe(canvas.parentElement ?? canvas)
  }

  /** What stands, so that all of it is seen. */
  frame(middle: THREE.Vector3, size: number, view: View = 'turned'): void {
    this.middle = middle
    this.size = size
    this.look(view)
  }

  look(view: View): void {
    const way = new THREE.Vector3(...VIEWS[view]).normalize()
    const away = (this.size * 0.54) / Math.tan((FIELD_DEG * Math.PI) / 360) / Math.min(this.camera.aspect, 1.35)
    this.camera.position.copy(this.middle).addScaledVector(way, away)
    this.camera.near = this.size / 200
    this.camera.far = this.size * 20
    this.camera.updateProjectionMatrix()
    this.controls.target.copy(this.middle)
    this.controls.update()
    this.draw()
  }

  /** Turn by so many steps to the right and up, or come nearer. */
  turn(right: number, up: number, nearer = 0): void {
    const from = this.camera.position.clone().sub(this.controls.target)
    const round = new THREE.Spherical().setFromVector3(from)
    round.theta += right * TURN
    round.phi = Math.min(Math.max(round.phi - up * TURN, 0.01), Math.PI - 0.01)
    round.radius *= 0.9 ** nearer
    this.camera.position.copy(this.controls.target).add(from.setFromSpherical(round))
    this.controls.update()
    this.draw()
  }

  /** What is under a point of the canvas, nearest first. */
  under(x: number, y: number, among: THREE.Object3D[]): THREE.Intersection | undefined {
    const box = this.canvas.getBoundingClientRect()
    const at = new THREE.Vector2(((x - box.left) / box.width) * 2 - 1, 1 - ((y - box.top) / box.height) * 2)
    const ray = new THREE.Raycaster()
    ray.setFromCamera(at, this.camera)
    return ray.intersectObjects(among, false)[0]
  }

  /** Where a place is on the canvas, in pixels. */
  onCanvas(place: THREE.Vector3): { x: number; y: number } {
    const p = place.clone().project(this.camera)
    return { x: ((p.x + 1) / 2) * this.canvas.clientWidth, y: ((1 - p.y) / 2) * this.canvas.clientHeight }
  }

  draw(): void {
    if (this.asked) return
    this.asked = requestAnimationFrame(() => {
      this.asked = 0
      this.renderer.render(this.scene, this.camera)
      this.drawn()
    })
  }

  private fit(): void {
    const { clientWidth: w, clientHeight: h } = this.canvas.parentElement ?? this.canvas
    if (!w || !h) return
    this.renderer.setSize(w, h, false)
    this.camera.aspect = w / h
    this.camera.updateProjectionMatrix()
    // how far away it stands depends on the shape of the canvas; once somebody looks at it, it stays as they turned it
    if (!this.seen) this.look('turned')
    this.seen = true
    this.draw()
  }

  end(): void {
    cancelAnimationFrame(this.asked)
    this.sized.disconnect()
    this.controls.dispose()
    this.renderer.dispose()
    this.renderer.forceContextLoss()
  }
}
