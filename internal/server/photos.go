package server

import (
	"cmp"
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"settle/internal/door"
	"settle/internal/picture"
	"settle/internal/store"
)

// PhotoKept names a picture that is kept.
type PhotoKept struct {
	ID string `json:"id" doc:"named by the entry of the step; the picture is at /api/v1/photos/{id}"`
}

func (s *server) photos(api huma.API) {
	huma.Register(api, huma.Operation{
		OperationID: "add-photo", Method: http.MethodPost, Path: "/api/v1/jobs/{number}/photos",
		Summary:       "Keep a picture with a job: JPEG, PNG or WebP, at most 10 MB",
		DefaultStatus: http.StatusCreated, SkipValidateBody: true, MaxBodyBytes: picture.MaxBytes + 1,
		Errors: []int{http.StatusNotFound, http.StatusRequestEntityTooLarge, http.StatusUnprocessableEntity},
	}, s.addPhoto)
	huma.Register(api, huma.Operation{
		OperationID: "get-photo", Method: http.MethodGet, Path: "/api/v1/photos/{id}", Summary: "A picture, as JPEG",
		Errors: []int{http.StatusNotFound},
	}, s.getPhoto)
}

type photoBytes struct {
	ContentType  string `header:"Content-Type"`
	CacheControl string `header:"Cache-Control"`
	Body         []byte
}

func (s *server) addPhoto(ctx context.Context, in *struct {
	JobPath
	RawBody []byte `contentType:"application/octet-stream"`
}) (*body[PhotoKept], error) {
	jpeg, err := picture.Fit(in.RawBody)
	if err != nil {
		return nil, problem(err)
	}
	id, err := s.store.AddPhoto(ctx, in.Number, jpeg)
	return &body[PhotoKept]{PhotoKept{id}}, problem(err)
}

func (s *server) getPhoto(ctx context.Context, in *struct {
	ID string `path:"id"`
}) (*photoBytes, error) {
	cache := "private, max-age=31536000, immutable" // its id is the hash of its bytes: it never changes
	if number := door.Of(ctx).Job; number != "" {
		cache = "no-store" // a link ends, and what it showed with it
		if of, err := s.store.PhotoOf(ctx, in.ID, number); err != nil || !of {
			return nil, problem(cmp.Or(err, error(&store.NotFound{What: "photo", Key: in.ID})))
		}
	}
	jpeg, err := s.store.Photo(ctx, in.ID)
	return &photoBytes{"image/jpeg", cache, jpeg}, problem(err)
}
