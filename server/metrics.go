package server

import (
	"net/http"
	"strconv"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"
)

// metrics are figures for whoever watches over servers, in the open text format. They
// name routes, never projects or people.
type metrics struct {
	registry *prometheus.Registry
	requests *prometheus.CounterVec
	seconds  *prometheus.HistogramVec
	changes  *prometheus.CounterVec
	queue    prometheus.Histogram
	checks   prometheus.Histogram
	failed   prometheus.Counter
}

// steps of the histograms, in seconds.
var steps = []float64{.001, .0025, .005, .01, .02, .05, .1, .2, .5, 1, 2, 5, 10, 20, 60}

func newMetrics(s *Server) *metrics {
	m := &metrics{
		registry: prometheus.NewRegistry(),
		requests: prometheus.NewCounterVec(prometheus.CounterOpts{Name: "lexeon_requests_total", Help: "Requests by how they ended."}, []string{"method", "route", "status"}),
		seconds:  prometheus.NewHistogramVec(prometheus.HistogramOpts{Name: "lexeon_request_seconds", Help: "How long requests took; streams are not counted.", Buckets: steps}, []string{"method", "route"}),
		changes:  prometheus.NewCounterVec(prometheus.CounterOpts{Name: "lexeon_changes_total", Help: "Changes, undos and redos by what came of them."}, []string{"outcome"}),
		queue:    prometheus.NewHistogram(prometheus.HistogramOpts{Name: "lexeon_queue_steps", Help: "Steps of a page's queue that came at once: many where pages were offline.", Buckets: []float64{1, 2, 5, 10, 20, 50, 100}}),
		checks:   prometheus.NewHistogram(prometheus.HistogramOpts{Name: "lexeon_check_seconds", Help: "How long runs of the check took.", Buckets: steps}),
		failed:   prometheus.NewCounter(prometheus.CounterOpts{Name: "lexeon_sign_ins_failed_total", Help: "Wrong tokens that were sent."}),
	}
	for _, outcome := range []string{changeApplied, changeAgain, changeConflict, changeRefused, changeFailed} {
		m.changes.WithLabelValues(outcome) // told as 0 until it happens
	}
	gauge := func(name, help string, value func() float64) prometheus.Collector {
		return prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: name, Help: help}, value)
	}
	counter := func(name, help string, value func() float64) prometheus.Collector {
		return prometheus.NewCounterFunc(prometheus.CounterOpts{Name: name, Help: help}, value)
	}
	m.registry.MustRegister(m.requests, m.seconds, m.changes, m.queue, m.checks, m.failed,
		collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}),
		gauge("lexeon_streams", "Event streams that are open.", func() float64 { return float64(s.hub.count()) }),
		counter("lexeon_streams_dropped_total", "Event streams that were ended since their browser did not keep up.", func() float64 { return float64(s.hub.dropped.Load()) }),
		gauge("lexeon_imports_waiting", "Files that wait for room to be read.", func() float64 { return float64(s.imports.waiting.Load()) }),
		gauge("lexeon_projects_cached", "Projects that are kept in memory.", func() float64 { return float64(s.store.Cached()) }),
		gauge("lexeon_database_connections", "Connections to the database that are open.", func() float64 { return float64(s.store.Stats().OpenConnections) }),
		gauge("lexeon_database_connections_used", "Connections to the database that are in use.", func() float64 { return float64(s.store.Stats().InUse) }),
		counter("lexeon_database_waits_total", "How often a request waited for a connection.", func() float64 { return float64(s.store.Stats().WaitCount) }),
		counter("lexeon_database_wait_seconds_total", "How long requests waited for a connection.", func() float64 { return s.store.Stats().WaitDuration.Seconds() }),
	)
	return m
}

// streamRoute has no time to be measured.
const streamRoute = "/api/events"

func (m *metrics) answered(method, route string, status int, took time.Duration) {
	if route == "" {
		route = "none"
	}
	if !usualMethods[method] {
		method = "other" // anybody can make one up
	}
	m.requests.WithLabelValues(method, route, strconv.Itoa(status)).Inc()
	if route != streamRoute {
		m.seconds.WithLabelValues(method, route).Observe(took.Seconds())
	}
}

var usualMethods = map[string]bool{"GET": true, "HEAD": true, "POST": true, "PUT": true, "PATCH": true, "DELETE": true, "OPTIONS": true}

// handler tells the figures.
func (m *metrics) handler() http.Handler {
	return promhttp.HandlerFor(m.registry, promhttp.HandlerOpts{})
}

const metricsPath = "/metrics"

// Watching is what whoever watches over servers may ask on a port of its own: figures,
// and whether the server is alive and ready. It asks for no token.
func (s *Server) Watching() http.Handler {
	e := echo.NewWithConfig(echo.Config{HTTPErrorHandler: s.sendProblem})
	e.GET(metricsPath, echo.WrapHandler(s.metrics.handler()))
	s.watched(e)
	return e
}

// watched serves what tells nothing of any project.
func (s *Server) watched(e *echo.Echo) {
	e.GET("/health", s.health)
	e.GET("/ready", s.ready)
}
