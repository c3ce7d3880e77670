import { BrowserRouter, Route, Routes } from 'react-router'
import { BenchPage } from '../bench/BenchPage'
import { JobsPage } from '../jobs/JobsPage'
import { NewJobPage } from '../jobs/NewJobPage'
import { LimitsPage } from '../limits/LimitsPage'
import { LabelPage } from '../pumps/LabelPage'
import { PumpFormPage } from '../pumps/PumpFormPage'
import { PumpPage } from '../pumps/PumpPage'
import { PumpsPage } from '../pumps/PumpsPage'
import { KitPage } from '../sheet/KitPage'
import { SheetPage } from '../sheet/SheetPage'
import { ShopPage } from '../shop/ShopPage'
import { ToolPage } from '../tools/ToolPage'
import { TrayPage } from '../tools/TrayPage'
import { Screen } from './Screen'
import { Message } from './Message'

export function App() {
  return (
    <BrowserRouter>
      <Routes>
        <Route path="/" element={<JobsPage />} />
        <Route path="/jobs/new" element={<NewJobPage />} />
        <Route path="/jobs/:number" element={<BenchPage />} />
        <Route path="/jobs/:number/sheet" element={<SheetPage />} />
        <Route path="/jobs/:number/parts" element={<KitPage />} />
        <Route path="/pumps" element={<PumpsPage />} />
        <Route path="/pumps/new" element={<PumpFormPage />} />
        <Route path="/pumps/:tag" element={<PumpPage />} />
        <Route path="/pumps/:tag/edit" element={<PumpFormPage />} />
        <Route path="/pumps/:tag/label" element={<LabelPage />} />
        <Route path="/pumps/:tag/limits" element={<LimitsPage />} />
        <Route path="/shop/limits" element={<LimitsPage />} />
        <Route path="/shop" element={<ShopPage />} />
        <Route path="/tools" element={<TrayPage />} />
        <Route path="/tools/:kind" element={<ToolPage />} />
        <Route path="*" element={<Screen title="Not here"><Message title="There is no such page" text="Go back to the jobs and look from there." to="/" action="To the jobs" /></Screen>} />
      </Routes>
    </BrowserRouter>
  )
}
