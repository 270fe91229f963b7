import type { components } from '../api/schema';

type Schemas = components['schemas'];

export type Snap = Schemas['Snap'];
export type Change = Schemas['Change'];
export type Item = Schemas['Item'];
export type Patch = Schemas['Patch'];
export type Leg = Schemas['Leg'];
export type Node = Schemas['Node'];
export type Move = Schemas['Move'];
export type Pose = Schemas['Pose'];
export type Picture = Schemas['Picture'];
