package english

import "strings"

// irregularForms are past forms and participles that follow no rule, with their base form; of
// two forms of a verb the participle stands first.
const irregularForms = `
		sent:send made:make kept:keep given:give gave:give taken:take took:take written:write wrote:write sold:sell paid:pay bought:buy
		brought:bring built:build chosen:choose chose:choose drawn:draw drew:draw found:find held:hold led:lead left:leave lent:lend lit:light met:meet
		read:read seen:see saw:see set:set shown:show shut:shut spent:spend told:tell thrown:throw threw:throw woven:weave worn:wear got:get cut:cut
		put:put driven:drive drove:drive flown:fly flew:fly ground:grind hung:hang laid:lay sewn:sew bound:bind done:do known:know knew:know borne:bear
		broken:break caught:catch cast:cast dealt:deal dug:dig drunk:drink eaten:eat fed:feed felt:feel fought:fight forgotten:forget frozen:freeze
		gone:go grown:grow grew:grow heard:hear hidden:hide hit:hit hurt:hurt let:let lost:lose meant:mean mown:mow overseen:oversee ridden:ride
		rung:ring risen:rise run:run said:say sought:seek shaken:shake shot:shoot sung:sing slept:sleep spoken:speak split:split spread:spread
		stolen:steal stuck:stick struck:strike sworn:swear swept:sweep swum:swim taught:teach torn:tear thought:think understood:understand
		undertaken:undertake won:win wound:wind withdrawn:withdraw begun:begin bent:bend bet:bet bitten:bite blown:blow bred:breed burnt:burn
		learnt:learn spun:spin sunk:sink slid:slide strung:string stood:stand sat:sit cost:cost quit:quit rid:rid shed:shed`

// irregularPast leads from those forms to the base form.
var irregularPast = func() map[string]string {
	out := map[string]string{}
	for line := range strings.FieldsSeq(irregularForms) {
		form, base, _ := strings.Cut(line, ":")
		out[form] = base
	}
	return out
}()

// PastBase is the base form of a past form or participle: delivered, deliver; kept, keep. It is
// empty where none of the forms that the ending allows is a verb.
func PastBase(w string, isVerb func(string) bool) string {
	if base, ok := irregularPast[w]; ok {
		return base
	}
	for _, before := range []string{"re", "over", "under", "out", "mis", "fore"} { // resat, outbid
		if base, ok := irregularPast[strings.TrimPrefix(w, before)]; ok && strings.HasPrefix(w, before) && (before == "re" || isVerb(before+base)) {
			return before + base
		}
	}
	stem, ok := strings.CutSuffix(w, "ed")
	if !ok || len(stem) < 2 {
		return ""
	}
	candidates := []string{stem, stem + "e"}
	if strings.HasSuffix(stem, "i") {
		candidates = []string{stem[:len(stem)-1] + "y"}
	} else if n := len(stem); n > 2 && stem[n-1] == stem[n-2] {
		candidates = append([]string{stem[:n-1]}, candidates...)
		if isVerb(stem) { // missed, called: the verb itself ends so
			candidates = append([]string{stem}, candidates...)
		}
	}
	for _, c := range candidates {
		if isVerb(c) {
			return c
		}
	}
	return ""
}
