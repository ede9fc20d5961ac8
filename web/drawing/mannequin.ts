/** Draws the figure in the flesh on a mat, as a camera that stands somewhere sees it. Loaded where it is used. */
import {
  AmbientLight,
  BasicShadowMap,
  BoxGeometry,
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  Group,
  HemisphereLight,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  PlaneGeometry,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { BAR_FROM } from '../../core/body/figure.js';
import type { Body } from '../../core/body/anthropometry.js';
import { fleshOf, type Cover, type Ring, type Tube } from '../../core/body/flesh.js';
import { bodyCentre, type Camera, type SimulatedPicture } from '../../core/body/simulate.js';
import { degrees, radians, type Point } from '../../core/geometry.js';

export interface Wardrobe {
  covers: Readonly<Record<Cover, string>>;
  mat: string;
  wall: string;
  floor: string;
  /** 0.3 to 1.5: a dim room, a bright one. */
  light: number;
}
export const WARDROBES: Readonly<Record<string, Wardrobe>> = {
  plain: {
    covers: { skin: '#c98f6c', shirt: '#2f5d8a', shorts: '#2b2f36', shoe: '#e8e4da', hair: '#3a2a1e' },
    mat: '#6d8f83',
    wall: '#cfcabd',
    floor: '#a79a86',
    light: 1,
  },
  dark: {
    covers: { skin: '#7a5038', shirt: '#22252a', shorts: '#1b1d22', shoe: '#33363c', hair: '#15110e' },
    mat: '#3b4450',
    wall: '#8d8a83',
    floor: '#6f675b',
    light: 0.7,
  },
  bright: {
    covers: { skin: '#e2b491', shirt: '#d9553a', shorts: '#2f6d5a', shoe: '#20242b', hair: '#8a5a2b' },
    mat: '#2f4d78',
    wall: '#e9e6de',
    floor: '#c7b99f',
    light: 1.25,
  },
};

const AROUND = 20;
/** Shares of a round end, as the sine of its height. */
const END = [0.35, 0.7, 0.92] as const;

/** Rings of a tube with its ends rounded off. */
function rounded({ rings }: Tube): Ring[] {
  const end = (ring: Ring, next: Ring): Ring[] => {
    const away = [ring.at[0] - next.at[0], ring.at[1] - next.at[1], ring.at[2] - next.at[2]] as const;
    const length = Math.hypot(...away) || 1;
    return [...END].reverse().map((sine) => {
      const cosine = Math.sqrt(1 - sine * sine);
      const k = (sine * ring.depth) / length;
      return {
        at: [ring.at[0] + away[0] * k, ring.at[1] + away[1] * k, ring.at[2] + away[2] * k],
        depth: ring.depth * cosine,
        width: ring.width * cosine,
      };
    });
  };
  const [first, last] = [rings[0]!, rings.at(-1)!];
  return [...end(first, rings[1]!), ...rings, ...end(last, rings.at(-2)!).reverse()];
}

function geometryOf(tube: Tube): BufferGeometry {
  const rings = rounded(tube);
  const positions: number[] = [];
  const faces: number[] = [];
  rings.forEach((ring, i) => {
    const along = new Vector3(...rings[Math.min(rings.length - 1, i + 1)]!.at).sub(
      new Vector3(...rings[Math.max(0, i - 1)]!.at),
    );
    along.normalize();
    // Square to the tube, as broad as the body is: where a limb points that way itself, any way across it does.
    const wide = new Vector3(...tube.broad).addScaledVector(along, -along.dot(new Vector3(...tube.broad)));
    if (wide.length() < 0.2) wide.set(0, 0, 1).addScaledVector(along, -along.z);
    if (wide.length() < 0.2) wide.set(1, 0, 0).addScaledVector(along, -along.x);
    wide.normalize();
    const deep = new Vector3().crossVectors(wide, along);
    for (let k = 0; k < AROUND; k += 1) {
      const angle = (2 * Math.PI * k) / AROUND;
      const at = new Vector3(...ring.at)
        .addScaledVector(deep, ring.depth * Math.cos(angle))
        .addScaledVector(wide, ring.width * Math.sin(angle));
      positions.push(at.x, at.y, at.z);
    }
    if (i === 0) return;
    for (let k = 0; k < AROUND; k += 1) {
      const [p, q] = [(i - 1) * AROUND + k, (i - 1) * AROUND + ((k + 1) % AROUND)];
      faces.push(p, q, p + AROUND, q, q + AROUND, p + AROUND);
    }
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions), 3));
  geometry.setIndex(faces);
  geometry.computeVertexNormals();
  return geometry;
}

/** A camera that stands nowhere is far away: there lines stay lines. */
const FAR_AWAY = 80;

export interface Mannequin {
  canvas: HTMLCanvasElement | OffscreenCanvas;
  /** Draws what {@link simulatePicture} says of the same body and camera. */
  draw: (shot: Pick<SimulatedPicture, 'figure' | 'boxes'>, body: Body, camera: Camera) => void;
  /** Draws what {@link simulateAcross} says of the same body and camera. */
  drawAcross: (shot: { tubes: readonly Tube[]; centre: Point; down: boolean }, camera: Camera) => void;
  dispose: () => void;
}

/**
 * @param width picture px
 * @param fine smooth edges; a clip of hundreds of frames does without
 * @throws Error where the device cannot draw in three dimensions
 */
export function mannequin(width: number, height: number, dress: Wardrobe = WARDROBES.plain!, fine = true): Mannequin {
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const renderer = new WebGLRenderer({ canvas, antialias: fine, preserveDrawingBuffer: true });
  renderer.setSize(width, height, false);
  renderer.shadowMap.enabled = true;
  if (!fine) renderer.shadowMap.type = BasicShadowMap;
  const scene = new Scene();
  scene.background = new Color(dress.wall);
  const sun = new DirectionalLight('#fff6e6', 1.6 * dress.light);
  sun.position.set(1.2, 3, 2.4);
  sun.castShadow = true;
  sun.shadow.mapSize.set(1024, 1024);
  scene.add(
    new HemisphereLight('#ffffff', dress.floor, 1.1 * dress.light),
    new AmbientLight('#ffffff', 0.35 * dress.light),
    sun,
  );
  const flat = (colour: string): MeshLambertMaterial => new MeshLambertMaterial({ color: colour });
  const floor = new Mesh(new PlaneGeometry(400, 400), flat(dress.floor));
  floor.rotation.x = -Math.PI / 2;
  floor.position.y = -0.012;
  floor.receiveShadow = true;
  const wall = new Mesh(new PlaneGeometry(400, 12), flat(dress.wall));
  wall.position.set(0, 4, -2.2);
  const mat = new Mesh(new BoxGeometry(2.1, 0.012, 0.7), flat(dress.mat));
  mat.position.y = -0.006;
  mat.receiveShadow = true;
  const stage = new Group();
  stage.add(mat);
  scene.add(floor, wall, stage);
  const covers = new Map(
    Object.entries(dress.covers).map(([cover, colour]) => {
      const material = flat(colour);
      material.side = DoubleSide;
      return [cover, material] as const;
    }),
  );
  const wood = flat('#b08a5b');
  let body: Mesh[] = [];
  const clear = (): void => {
    for (const mesh of body) {
      mesh.geometry.dispose();
      stage.remove(mesh);
    }
    body = [];
  };
  const see = (tubes: readonly Tube[], kit: readonly Mesh[], centre: Point, camera: Camera, down = false): void => {
    clear();
    for (const tube of tubes) {
      const mesh = new Mesh(geometryOf(tube), covers.get(tube.cover));
      mesh.castShadow = true;
      mesh.position.x = -centre[0];
      body.push(mesh);
    }
    body.push(...kit);
    stage.add(...body);
    // What looks down has the floor behind the body, and no wall.
    floor.rotation.x = down ? 0 : -Math.PI / 2;
    floor.position.set(0, down ? 0 : -0.012, down ? -0.012 : 0);
    mat.rotation.x = down ? Math.PI / 2 : 0;
    mat.position.set(0, down ? centre[1] : -0.006, down ? -0.006 : 0);
    wall.visible = !down;
    // The lens stands still and the body turns: as the simulated picture reckons.
    stage.rotation.y = -radians(camera.offSquare);
    stage.position.set(camera.offset[0], camera.offset[1], 0);
    const stands = camera.lens ?? { distance: FAR_AWAY, height: centre[1] };
    const lens = down ? { distance: camera.lens?.height ?? FAR_AWAY, height: centre[1] } : stands;
    const focal = Math.hypot(lens.distance, lens.height - centre[1]);
    const fov = 2 * degrees(Math.atan(camera.height / 2 / (camera.pixelsPerMetre * focal)));
    const eye = new PerspectiveCamera(fov, camera.width / camera.height, lens.distance / 20, lens.distance + 30);
    eye.position.set(0, lens.height, lens.distance);
    eye.lookAt(0, centre[1], 0);
    eye.rotateZ(radians(camera.roll));
    renderer.render(scene, eye);
  };
  return {
    canvas,
    draw({ figure, boxes }, of, camera) {
      const centre = camera.aim ?? bodyCentre(figure, of);
      const kit = boxes.map(({ at, height: tall }) => {
        // What is hung from is a bar, what is stood on a box.
        const bar = tall >= BAR_FROM;
        const mesh = new Mesh(bar ? new BoxGeometry(0.035, 0.035, 1.3) : new BoxGeometry(0.4, tall, 0.6), wood);
        mesh.position.set(at[0] - centre[0], bar ? tall : tall / 2, 0);
        return mesh;
      });
      see(fleshOf(figure, of), kit, centre, camera);
    },
    drawAcross: ({ tubes, centre, down }, camera) => see(tubes, [], centre, camera, down),
    dispose() {
      clear();
      renderer.dispose();
      renderer.forceContextLoss();
    },
  };
}
