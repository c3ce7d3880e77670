import type { ReactNode } from 'react'
import * as shared from './pieces'
import * as close from './closeCoupled'
import * as between from './betweenBearings'
import * as upright from './upright'
import * as special from './special'

/** The drawing of each piece by its name in the plan format. */
export const draw: Record<string, (p: shared.DrawProps) => ReactNode> = {
  driver: shared.Driver,
  coupling: shared.Coupling,
  'bearing-frame': shared.BearingFrame,
  'frame-adapter': shared.FrameAdapter,
  'seal-chamber': shared.SealChamber,
  seal: shared.Seal,
  impeller: shared.Impeller,
  casing: shared.Casing,
  motor: close.Motor,
  'motor-below': close.MotorBelow,
  pedestal: close.Pedestal,
  'clamp-sleeve': close.ClampSleeve,
  'back-plate': close.BackPlate,
  'shaft-seal': close.ShaftSeal,
  'outer-seal': close.OuterSeal,
  'shim-pack': close.ShimPack,
  'spring-coupler': close.SpringCoupler,
  'bearing-cartridge': close.BearingCartridge,
  regen: special.Regen,
  chopper: special.Chopper,
  'striker-plate': special.StrikerPlate,
  'packing-box': special.PackingBox,
  gear: special.Gear,
  governor: special.Governor,
  expeller: special.Expeller,
  'bearing-inboard': between.BearingInboard,
  'bearing-outboard': between.BearingOutboard,
  'seal-inboard': between.SealInboard,
  'seal-outboard': between.SealOutboard,
  'double-volute': between.DoubleVolute,
  'adjusting-nut': upright.AdjustingNut,
  'discharge-head': upright.DischargeHead,
  column: upright.Column,
  bowl: upright.Bowl,
  'suction-bell': upright.SuctionBell,
  intake: upright.Intake,
  stage: upright.Stage,
  'top-head': upright.TopHead,
}
