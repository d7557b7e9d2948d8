package english

import (
	"slices"
	"strings"
)

// Units as they are written out, in the singular, and those that may stand behind a prefix; symbols in small letters.
var (
	units = Set(`second minute hour day week month quarter year decade century ton tonne inch foot feet yard mile pound ounce stone gallon pint acre hectare are
		degree celsius fahrenheit kelvin radian percent point euro cent dollar pound franc yen crown rupee bar knot calorie decibel dozen piece page word character
		mole lux lumen candela sievert becquerel`)
	prefixable = Set("metre meter gram gramme litre liter watt volt ampere amp ohm newton joule pascal hertz byte bit calorie mole second")
	prefixes   = []string{"kilo", "mega", "giga", "tera", "hecto", "deci", "centi", "milli", "micro", "nano", ""}
	symbols    = Set("m cm mm km dm μm nm g kg mg t l dl ml cl hl w kw mw gw wh kwh mwh v kv mv a ma n kn j kj mj pa kpa hpa mbar bar hz khz mhz ghz h min s ms b kb mb gb tb c °c f °f k % ‰ € $ £ eur usd gbp chf m2 m² m3 m³ km2 km² ha km/h kmh mph m/s lb lbs oz ft in rpm ppm db dpi px pt")
)

// IsUnit reports whether words say in what something is measured: kilograms, square metres, pages per minute.
func IsUnit(words []string) bool {
	if at := slices.Index(words, "per"); at > 0 && at+1 < len(words) {
		return true
	}
	if len(words) > 1 && (strings.EqualFold(words[0], "square") || strings.EqualFold(words[0], "cubic") || strings.EqualFold(words[0], "whole") || strings.EqualFold(words[0], "full")) {
		words = words[1:]
	}
	if len(words) != 1 {
		return false
	}
	w := strings.ToLower(words[0])
	if symbols[w] {
		return true
	}
	for _, one := range []string{w, strings.TrimSuffix(w, "s"), strings.TrimSuffix(w, "es")} {
		if units[one] || slices.ContainsFunc(prefixes, func(p string) bool { return strings.HasPrefix(one, p) && prefixable[strings.TrimPrefix(one, p)] }) {
			return true
		}
	}
	return false
}
