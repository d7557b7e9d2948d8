package english

// AgentBase is the verb that a noun is made of which says who does it: schedule of scheduler,
// operate of operator; "" if there is none. What does it may be a device too: printer.
func AgentBase(noun string) string {
	if len(noun) < 5 {
		return ""
	}
	switch noun[len(noun)-2:] {
	case "er", "or", "ar":
	default:
		return ""
	}
	stem := noun[:len(noun)-2]
	for _, base := range []string{stem, stem + "e"} {
		if IsVerb(base) {
			return base
		}
	}
	if n := len(stem); n > 2 && stem[n-1] == stem[n-2] && IsVerb(stem[:n-1]) { // planner
		return stem[:n-1]
	}
	if n := len(stem); stem[n-1] == 'i' && IsVerb(stem[:n-1]+"y") { // carrier
		return stem[:n-1] + "y"
	}
	return ""
}
