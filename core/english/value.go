package english

// values are nouns of the general language that say a property of something rather than name a
// thing of its own: measures, times, names, states. What "has" one of them has an attribute.
var values = Set(`name surname forename nickname title heading caption text comment note remark description definition explanation summary
	number code id identifier key reference serial isbn sku version revision index rank position level degree grade score rating mark
	date time day month year week hour minute second birthday birthdate deadline start end beginning finish duration age period term timestamp
	weight mass height length width depth breadth thickness diameter radius size area volume capacity distance angle slope altitude elevation
	temperature pressure humidity moisture speed velocity rate frequency intensity power voltage current resistance energy density concentration acidity
	amount quantity count total sum balance price cost fee charge value worth discount tax tariff percentage proportion ratio share budget salary wage income
	status state condition stage phase kind type category priority severity urgency importance quality
	colour color shape material flavour flavor taste smell sound format language currency unit gender sex nationality religion
	address place postcode zip phone telephone fax email mail url website homepage
	latitude longitude coordinates bearing direction
	username password pin token secret signature checksum hash
	reason purpose goal motto slogan limit threshold minimum maximum average mean tolerance
	expiry validity availability visibility probability risk confidence
	brand edition species variety breed
	initials salutation profession occupation
	yield draught displacement tonnage mileage`)

// IsValue reports whether a noun says a property rather than names a thing of its own.
func IsValue(noun string) bool { return values[noun] }
