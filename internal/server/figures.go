package server

import (
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gin-gonic/gin"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"

	"settle/internal/door"
)

// watch is what is measured of one server.
type watch struct {
	all  *prometheus.Registry
	took *prometheus.HistogramVec // how long operations take, from the request read to the answer written
}

func newWatch() *watch {
	w := &watch{all: prometheus.NewRegistry(), took: prometheus.NewHistogramVec(prometheus.HistogramOpts{
		Name: "settle_operation_seconds", Help: "How long an operation of the API took.",
		Buckets: []float64{.001, .002, .005, .01, .02, .03, .04, .05, .075, .1, .25, .5, 1, 2.5, 10},
	}, []string{"operation"})}
	w.all.MustRegister(w.took, collectors.NewGoCollector(),
		collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}))
	return w
}

// timed measures every operation but the stream, which does not end.
func (w *watch) timed(ctx huma.Context, next func(huma.Context)) {
	id := ctx.Operation().OperationID
	if id == "live" {
		next(ctx)
		return
	}
	began := time.Now()
	next(ctx)
	w.took.WithLabelValues(id).Observe(time.Since(began).Seconds())
}

// figures are what a program that watches the server reads, in the text format of Prometheus. They
// are told on this machine only: whoever watches from elsewhere does so through something here.
func figures(engine *gin.Engine, d *door.Door, w *watch) {
	tell := promhttp.HandlerFor(w.all, promhttp.HandlerOpts{})
	engine.GET("/metrics", func(c *gin.Context) {
		if !d.Here(c.Request) {
			refuse(c, http.StatusNotFound, "There is nothing here.")
			return
		}
		tell.ServeHTTP(c.Writer, c.Request)
	})
}
