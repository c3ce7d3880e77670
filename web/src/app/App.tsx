import { Suspense } from 'react'
import { BrowserRouter, Route, Routes } from 'react-router'
import { BenchPage } from '../bench/BenchPage'
import { JobsPage } from '../jobs/JobsPage'
import { NewJobPage } from '../jobs/NewJobPage'
import { Screen } from './Screen'
import { Loading, Message } from './Message'
import { later } from './later'

// The jobs and the bench come at once, what is opened now and then when it is opened.
const AboutPage = later(() => import('./AboutPage').then((m) => m.AboutPage))
const LimitsPage = later(() => import('../limits/LimitsPage').then((m) => m.LimitsPage))
const LabelPage = later(() => import('../pumps/LabelPage').then((m) => m.LabelPage))
const PumpFormPage = later(() => import('../pumps/PumpFormPage').then((m) => m.PumpFormPage))
const PumpPage = later(() => import('../pumps/PumpPage').then((m) => m.PumpPage))
const PumpsPage = later(() => import('../pumps/PumpsPage').then((m) => m.PumpsPage))
const KitPage = later(() => import('../sheet/KitPage').then((m) => m.KitPage))
const SheetPage = later(() => import('../sheet/SheetPage').then((m) => m.SheetPage))
const ShopPage = later(() => import('../shop/ShopPage').then((m) => m.ShopPage))
const ToolPage = later(() => import('../tools/ToolPage').then((m) => m.ToolPage))
const TrayPage = later(() => import('../tools/TrayPage').then((m) => m.TrayPage))

export function App() {
  return (
    <BrowserRouter>
      <Suspense
        fallback={
          <Screen title="Opening">
            <Loading what="the page" />
          </Screen>
        }
      >
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
          <Route path="/about" element={<AboutPage />} />
          <Route path="/tools" element={<TrayPage />} />
          <Route path="/tools/:kind" element={<ToolPage />} />
          <Route
            path="*"
            element={
              <Screen title="Not here">
                <Message
                  title="There is no such page"
                  text="Go back to the jobs and look from there."
                  to="/"
                  action="To the jobs"
                />
              </Screen>
            }
          />
        </Routes>
      </Suspense>
    </BrowserRouter>
  )
}
