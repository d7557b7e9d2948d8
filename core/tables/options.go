package tables

import (
	"lexeon/core/generate"
	"lexeon/core/model"
)

// Options decide how classes become tables. The zero value is not of use: see Defaults.
type Options struct {
	// Of are the classes and packages that are asked for, by name, separated by commas; "" are the
	// classes marked as stored, "all" is every class.
	Of string
	// Only are the classes that are asked for, by id, whatever else is said.
	Only []model.ID
	// Inheritance is how kinds become tables: joined, single or concrete.
	Inheritance string
	// Enumerations become a native type, a check or a lookup table.
	Enumerations string
	// Keys are natural, identity or uuid.
	Keys string
	// Names are snake or written; Plural makes those of tables plural; Prefix stands before them.
	Names  string
	Plural bool
	Prefix string
	// Schemas: one, or one for each package.
	Schemas string
	// Triggers hold what only they can, in PostgreSQL.
	Triggers bool
	// Limit is how long a name may be; the zero value: as long as one likes.
	Limit Limit
}

// Limit is how long names may be, in the unit that a database counts.
type Limit struct{ Bytes, Characters int }

// Group is under what name a project keeps the options, for all databases and the table view.
const Group = "tables"

// Choices are the options as they are described to people.
var Choices = []generate.Option{
	{Name: "of", Group: Group, Title: "Classes", Doc: "Classes and packages, separated by commas; nothing: the classes marked as stored; all: every class.", Default: ""},
	{Name: "inheritance", Group: Group, Title: "Kinds", Doc: "How a class and its kinds become tables.", Default: "joined", Choices: []generate.Choice{
		{Value: "joined", Title: "A table for each class, with a shared key"}, {Value: "single", Title: "One table for all, with their kind"}, {Value: "concrete", Title: "A table for each concrete class"}}},
	{Name: "enumerations", Group: Group, Title: "Enumerations", Doc: "What holds a column to the literals of an enumeration.", Default: "check", Choices: []generate.Choice{
		{Value: "native", Title: "A type of the database, where it has one"}, {Value: "check", Title: "A check"}, {Value: "lookup", Title: "A lookup table"}}},
	{Name: "keys", Group: Group, Title: "Keys", Doc: "What rows are known by.", Default: "natural", Choices: []generate.Choice{
		{Value: "natural", Title: "Identifiers where there are any, else a number"}, {Value: "identity", Title: "A number"}, {Value: "uuid", Title: "A UUID"}}},
	{Name: "names", Group: Group, Title: "Names", Doc: "How names are written.", Default: "snake", Choices: []generate.Choice{
		{Value: "snake", Title: "honey_lot"}, {Value: "written", Title: "As in the model"}}},
	{Name: "plural", Group: Group, Title: "Names of tables", Doc: "Whether tables are named in the plural.", Default: "no", Choices: []generate.Choice{
		{Value: "no", Title: "Singular"}, {Value: "yes", Title: "Plural"}}},
	{Name: "prefix", Group: Group, Title: "Prefix", Doc: "What stands before the name of each table.", Default: ""},
	{Name: "triggers", Group: Group, Title: "Bounds", Doc: "Whether PostgreSQL counts by triggers what no key holds, such as at least one, or two to five. The other databases cannot.", Default: "no", Choices: []generate.Choice{
		{Value: "no", Title: "As far as columns and keys hold them"}, {Value: "yes", Title: "Counted by triggers in PostgreSQL"}}},
	{Name: "schemas", Group: Group, Title: "Schemas", Doc: "Whether each package has a schema of its own.", Default: "one", Choices: []generate.Choice{
		{Value: "one", Title: "One"}, {Value: "packages", Title: "One for each package"}}},
}

// OptionsOf reads options from their values by name.
func OptionsOf(values map[string]string) Options {
	return Options{
		Of: values["of"], Inheritance: values["inheritance"], Enumerations: values["enumerations"], Keys: values["keys"],
		Names: values["names"], Plural: values["plural"] == "yes", Prefix: values["prefix"], Schemas: values["schemas"], Triggers: values["triggers"] == "yes",
	}
}

// Defaults are the options of a project.
func Defaults(m *model.Model) Options {
	values := map[string]string{}
	for _, o := range Choices {
		values[o.Name] = o.Default
		for _, s := range m.Project().Targets {
			if s.Target == Group && s.Option == o.Name && o.Accepts(s.Value) == nil {
				values[o.Name] = s.Value
			}
		}
	}
	return OptionsOf(values)
}
