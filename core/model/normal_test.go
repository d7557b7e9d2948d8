package model_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/model"
)

func TestStems(t *testing.T) {
	for text, want := range map[string]string{
		"":                      "",
		"HoneyLots":             "honey lot",
		"The jars, the batches": "the jar the batch",
		"deliveries and buses":  "delivery and bus",
		"warehouses, statuses":  "warehouse status",
		"clauses and uses":      "clause and use",
		"glass status":          "glass status",
		"linesmen and specimen": "linesman and specimen",
		"oases, trousers":       "oasis trousers",
	} {
		require.Equal(t, want, model.Stems(text), text)
	}
}

func TestCapital(t *testing.T) {
	for text, want := range map[string]string{
		"":               "",
		"honey lot":      "Honey lot",
		"HoneyLot":       "HoneyLot",
		"élan":           "Élan",
		"3 jars":         "3 jars",
		"\xffnot UTF-8":  "\ufffdnot UTF-8",
		"ångström scale": "Ångström scale",
	} {
		require.Equal(t, want, model.Capital(text), text)
	}
}

func TestPluralOfMen(t *testing.T) {
	for one, many := range map[string]string{"Linesman": "Linesmen", "german": "germans", "human": "humans", "Trousers": "Trousers", "Oasis": "Oases", "Potato": "Potatoes"} {
		require.Equal(t, many, model.Plural(one))
	}
}
