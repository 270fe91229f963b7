import type { components } from '../api/schema';

type Schemas = components['schemas'];

export type Snap = Schemas['Snap'];
export type Change = Omit<Schemas['Change'], 'patch'> & { patch?: Patch[] | null };
export type Item = Schemas['Item'];
/** The document's generator leaves out that an item is always there. */
export type Patch = Schemas['Patch'] & { item: Item };
export type Leg = Schemas['Leg'];
export type Node = Schemas['Node'];
export type Move = Schemas['Move'];
export type Pose = Schemas['Pose'];
export type Picture = Schemas['Picture'];
