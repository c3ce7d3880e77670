import { Suspense, useEffect } from 'react'
import { BrowserRouter, Route, Routes } from 'react-router'
import { Gate } from '../door/Gate'
import { Screen } from './Screen'
import { Loading, Message } from './Message'
import { later } from './later'

// Each page comes when it is opened; the bench, which is opened next, as soon as the
// browser has nothing else to do.
const bench = () => import('../bench/BenchPage').then((m) => m.BenchPage)
const BenchPage = later(bench)
const GaugePage = later(() => import('../gauges/GaugePage').then((m) => m.GaugePage))
const GaugesPage = later(() => import('../gauges/GaugesPage').then((m) => m.GaugesPage))
const JobsPage = later(() => import('../jobs/JobsPage').then((m) => m.JobsPage))
const AboutPage = later(() => import('./AboutPage').then((m) => m.AboutPage))
const LimitsPage = later(() => import('../limits/LimitsPage').then((m) => m.LimitsPage))
const PeoplePage = later(() => import('../door/PeoplePage').then((m) => m.PeoplePage))
const PumpLabelPage = later(() => import('./LabelPage').then((m) => m.PumpLabelPage))
const GaugeLabelPage = later(() => import('./LabelPage').then((m) => m.GaugeLabelPage))
const NewJobPage = later(() => import('../jobs/NewJobPage').then((m) => m.NewJobPage))
const PumpFormPage = later(() => import('../pumps/PumpFormPage').then((m) => m.PumpFormPage))
const PumpPage = later(() => import('../pumps/PumpPage').then((m) => m.PumpPage))
const PumpsPage = later(() => import('../pumps/PumpsPage').then((m) => m.PumpsPage))
const KitPage = later(() => import('../sheet/KitPage').then((m) => m.KitPage))
const SheetPage = later(() => import('../sheet/SheetPage').then((m) => m.SheetPage))
const ShopPage = later(() => import('../shop/ShopPage').then((m) => m.ShopPage))
const ToolPage = later(() => import('../tools/ToolPage').then((m) => m.ToolPage))
const TrayPage = later(() => import('../tools/TrayPage').then((m) => m.TrayPage))

const whenIdle = (work: () => void) =>
  'requestIdleCallback' in window ? window.requestIdleCallback(work) : setTimeout(work, 300)

export function App() {
  useEffect(() => {
    whenIdle(() => void bench().catch(() => undefined)) // it is asked for again when it is opened
  }, [])
  return (
    <BrowserRouter>
      <Gate>
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
            <Route path="/pumps/:tag/label" element={<PumpLabelPage />} />
            <Route path="/pumps/:tag/limits" element={<LimitsPage />} />
            <Route path="/gauges" element={<GaugesPage />} />
            <Route path="/gauges/:key" element={<GaugePage />} />
            <Route path="/gauges/:key/label" element={<GaugeLabelPage />} />
            <Route path="/shop/limits" element={<LimitsPage />} />
            <Route path="/shop/people" element={<PeoplePage />} />
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
      </Gate>
    </BrowserRouter>
  )
}
