package english

// stores are nouns of what keeps data: a register, an order file.
var stores = Set(`register log book logbook list file table stock archive ledger record database catalogue catalog journal inventory index folder diary card
	cabinet calendar directory registry repository`)

// IsStore reports whether a noun in small letters names what data are kept in.
func IsStore(noun string) bool { return stores[noun] }
