import { lazy } from 'react'
import { AckPanel } from './AckPanel'
import { AlongPanel } from './AlongPanel'
import { CountPanel } from './CountPanel'
import { DepthPanel } from './DepthPanel'
import { DialPanel } from './DialPanel'
import { DirectPanel } from './DirectPanel'
import { FeelerPanel } from './FeelerPanel'
import { HandbackPanel } from './HandbackPanel'
import { FloatPanel } from './FloatPanel'
import { InspectPanel } from './InspectPanel'
import { MarkPanel } from './MarkPanel'
import { PhotoPanel } from './PhotoPanel'
import { PlugPanel } from './PlugPanel'
import { SettingPanel } from './SettingPanel'
import { SignPanel } from './SignPanel'
import { TestPanel } from './TestPanel'
import { TorquePanel } from './TorquePanel'
import { TravelPanel } from './TravelPanel'
import { TurnPanel } from './TurnPanel'
import { WaitPanel } from './WaitPanel'
import { WarmPanel } from './WarmPanel'
import { WorkedPanel } from './WorkedPanel'

// The calculators with their pictures are fetched when a step first asks for one.
const ToolPanel = lazy(() => import('./ToolPanel').then((m) => ({ default: m.ToolPanel })))
const HeatPanel = lazy(() => import('./HeatPanel').then((m) => ({ default: m.HeatPanel })))

/** The panels, by the name that the server gives the one of a step. */
export const instruments: Record<string, React.ComponentType | undefined> = {
  ack: AckPanel,
  turn: TurnPanel,
  count: CountPanel,
  mark: MarkPanel,
  inspect: InspectPanel,
  dial: DialPanel,
  float: FloatPanel,
  feeler: FeelerPanel,
  setting: SettingPanel,
  torque: TorquePanel,
  sign: SignPanel,
  direct: DirectPanel,
  travel: TravelPanel,
  depth: DepthPanel,
  along: AlongPanel,
  plug: PlugPanel,
  tool: ToolPanel,
  heat: HeatPanel,
  warm: WarmPanel,
  worked: WorkedPanel,
  wait: WaitPanel,
  test: TestPanel,
  photo: PhotoPanel,
  handback: HandbackPanel,
}
