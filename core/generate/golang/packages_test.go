package golang

import (
	"testing"

	"github.com/stretchr/testify/require"

	"lexeon/core/modeltest"
)

// Go has one package: that is told, and types of one name in several packages are called by those.
func TestPackagesAreOne(t *testing.T) {
	m := modeltest.Build(t, "class Order", "class Order", "class Port", "package Traffic", "package Billing", "into Traffic: Order", "into Billing: Order")
	out, err := Target.Run(m, nil, nil)
	require.NoError(t, err)
	var paths, told []string
	for _, f := range out.Files {
		paths = append(paths, f.Path)
	}
	for _, n := range out.Notes {
		told = append(told, n.Message)
	}
	require.Subset(t, paths, []string{"trafficorder.go", "billingorder.go", "port.go"})
	require.Contains(t, told, "Order of Billing is called BillingOrder in Go, since another package has an Order too")
	require.Contains(t, told, "The packages of the model are one package in Go, where packages cannot need each other; links that are kept at both ends do")
	none, err := Target.Run(modeltest.Build(t, "class Port"), nil, nil)
	require.NoError(t, err)
	require.Empty(t, none.Notes)
}
