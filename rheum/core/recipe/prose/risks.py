"""What a method's prose may say that a tested method does not: one row for each, with its rule.

Lines with amounts are judged by their figures; prose has none, so each row is a limit. A sentence that forbids the thing
says nothing. The rows are common practice of reading, grown from attacks (tests/core/test_attacks_in_prose.py)."""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final


@dataclass(frozen=True, slots=True)
class ProseRisk:
    """A code, what to say and to do, the words that say it, and words that make it mean something else: in the same clause, or
    with `whole` anywhere in the sentence."""

    code: str
    says: str
    fix: str
    pattern: re.Pattern[str]
    unless: re.Pattern[str] | None = None
    forbidden_counts: bool = False
    whole: bool = False


def _words(pattern: str) -> re.Pattern[str]:
    return re.compile(pattern, re.I)


_ACID: Final = r"(?:(?:\w+ )?vinegars?|(?:pickling |hot |boiling )?brine|pickling (?:liquid|solution)|(?:bottled )?(?:lemon|lime)(?: juice)?|citric acid|acids?)\b"
_LITTLE: Final = (
    r"(?:(?:the|half|most|some|all|part|a|an|any|of|third|quarter|two|thirds|cups?|little|bit|\d+|about|amount|other|each) ){0,6}"
)
_FORBIDDEN: Final = _words(r"\b(?:not|never|don'?t|avoid|cannot|can'?t|mustn'?t|no)\b[^,;:]*$")
_OF_THE_CANNER: Final = _words(
    r"^\W*(?:and )?(?:add|pour in) (?:a little |some )?(?:more )?(?:boiling |hot )?water,? (?:if|as|when) (?:needed|necessary|required|the level drops)\W*$"
)
_BETWEEN: Final = _words(r"[,;:–—]|\b(?:and|then|before|while|if|because|so that|but)\b")
# Water that is for the canner, a soak or a blanching pan, water that warms jars, water that produce is cooked in and drained of.
_WATER_ELSEWHERE: Final = _words(
    r"\b(?:canner|canning (?:pot|kettle)|stock ?pot|pan|saucepan|bath|soak|rins|blanch|preheat|steriliz|sterilis|warm|heat (?:the )?jars|keep \w+ hot|lids?|ice|over(?:night)?|stand|drain|tender|cook|until soft|inch|deep|lower|(?:and|with) (?:\w+ ){0,4}salt\b(?![^.;]*\bjars?\b)|never water|not water|no water|skins?|peel|dip|plunge|wash|boil (?:for|until|\d))\w*"
)
# A soak's brine is meant to go, and so is what is over when the jars are full.
_MEANT_TO_GO: Final = _words(
    r"\b(?:soak\w*|salt(?:ed|ing|y)?|overnight|left ?-?over|remaining|surplus|excess|over when|the rest|other half|pith|pips|seeds?|rind|zest|slices?|halves|shells?)\b"
)
_TOP_UP: Final = "Top up with the formula's own brine, or leave the jar part full for the refrigerator."
_ALL_OF_IT: Final = "Put all of it in the jars, or take the sentence out."
_AS_LISTED: Final = "Keep to the acid of the list, or change the list so that it can be judged."
_IN_THE_BATH: Final = "Process in boiling water, water over the lids, for the minutes shown; or keep it in the refrigerator."

_WATERED: Final = (
    r"\b(?:dilut|weaken|water(?:ed|ing)? down|thin)\w*\b[^.;]*\b(?:vinegar|brine|acid|lemon juice|lime juice|to taste|water)\b"
    r"|\b(?:replac|substitut|swap|cut|stretch|extend|eke|mak)\w*\b[^.;]*\b(?:vinegar|brine|lemon juice|lime juice|acid)\b[^.;]*\b(?:with|by|for)\b[^.;]*\bwater\b"
    r"|\b(?:vinegar|brine|lemon juice|lime juice)\b[^.;]*\b(?:cut|let down|replaced|stretched|thinned)\b[^.;]*\bwater\b"
    r"|\b(?:top|fill|cover|make|finish)\w*\b[^.;]{0,40}?\bwith\s+(?:\w+\s+){0,4}?water\b"
    r"|\b(?:brine|vinegar)\b[^.;]*\b(?:half|rest|remainder|equal (?:amount|part|measure)s?|as much)\b[^.;]{0,25}\bwater\b"
    r"|\bhalf\b[^.;]{0,15}\bwater\b[^.;]*\bhalf\b[^.;]{0,15}\b(?:brine|vinegar)\b"
    r"|\b(?:add|pour|stir|mix|use|tip|put|splash|slosh|let)\w*\s+(?:in\s+)?(?:(?:a|some|little|bit|cup|cups|mug|glass|jug|splash|few|of|drop|mugful|cupful|glassful|jugful|touch|dash)\s+){0,5}(?:more|extra|additional|another|splash|mugful|cupful|glassful|jugful|drop|little|bit|touch|dash|some)\s+(?:\w+\s+){0,3}?water\b"
    r"|\b(?:add|use)\w*\s+water\s+(?:until|to taste|as|if|for)\b"
    r"|\btoo (?:sour|sharp|strong|acid\w*|tart)\b[^.;]*\bwater\b|\bwater\b[^.;]*\b(?:too (?:sour|sharp|strong|acid\w*|tart)|until you like|milder)\b"
    r"|\b1 ?(?::|to) ?(?:[2-9]|1\.5)\b[^.;]*\bvinegar\b[^.;]*\bwater\b|\bvinegar\b[^.;]*\bwater\b[^.;]*\b1 ?: ?[2-9]\b"
    r"|\b(?:twice|double|triple|treble|two|three|more) (?:as much |parts? |the |of )*water\b"
    r"|\b(?:brine|vinegar|liquid)\b[^.;]{0,20}\b(?:weaker|milder)\b|\b(?:weaker|milder)\b[^.;]{0,20}\b(?:brine|vinegar|liquid)\b"
)
_LEFT_OUT: Final = (
    rf"\b(?:discard|throw (?:out|away)|tip (?:out|away)|pour (?:off|away|out)|omit|leav(?:e|ing) out|skip|do without|go without|hold back|spill)\w*\s+{_LITTLE}{_ACID}"
    rf"|\b(?:leave|pour|throw|tip)\w*\s+{_LITTLE}{_ACID}\s+(?:out|off|away)\b(?! (?:of|the heat))"
    rf"|\b(?:use|put in|add)\w*\s+(?:only|just|no more than)?\s*(?:about\s+)?(?:a\s+)?(?:half|third|quarter|part|some|less|a little)\s+(?:as much\s+|of\s+|the\s+)*(?:{_ACID}|it\b)"
    rf"|\b(?:use|add|squeeze|put)\w*\s+(?:in\s+)?(?:only|just)\s+{_LITTLE}(?:as much\s+)?{_ACID}"
    rf"|\b(?:less|halve|reduce|cut|lower|decrease|cut down on|cut back (?:on )?|go easy on|go light on|easy on)\s+{_LITTLE}{_ACID}"
    rf"|\b(?:without|with no|with hardly any|no)\s+(?:any\s+|the\s+|added\s+)?{_ACID}(?!\s+(?:left|loss|lost|touch|smell))"
    rf"|\b(?:reserve|keep|save|set aside)\w*\s+{_LITTLE}{_ACID}\s+(?:\w+\s+){{0,2}}?(?:for (?:another|other|later|salad|dressing|next|cleaning)|aside for (?:another|later))"
    rf"|{_ACID}\s+(?:is|are|can be|may be|could be|being)?\s*(?:\w+\s+)?(?:optional|left out|omitted|skipped|reduced|halved|lowered|to taste)\b"
    rf"|\b(?:as much|only as much)\s+{_LITTLE}{_ACID}\s+as you|\badd\s+{_LITTLE}{_ACID}\s+to taste\b"
)
RISKS: Final = (
    ProseRisk(code="water-added", says="The text thins it with water, and does not say how much.", fix=_TOP_UP, pattern=_words(_WATERED), unless=_WATER_ELSEWHERE, whole=True),
    ProseRisk(
        code="water-added", says="The text puts water into the jars, and does not say how much.", fix=_TOP_UP,
        pattern=_words(
            r"\b(?:top|fill|finish)\w*\b(?![^.;,]{0,16}\b(?:pot|pan|canner|bath|kettle)\b)[^.;,]{0,25}?\b(?:jars?|up)\b[^.;,]{0,15}?\bwith\s+(?:\w+\s+){0,3}?water\b"
            r"|\b(?:add|tip|splash|slosh)\w*\b[^.;,]{0,30}?\bwater\b[^.;,]{0,12}\b(?:to|in|into)\b(?! cover)[^.;,]{0,12}\bjars?\b"
            r"|\b(?:dilut|weaken|thin|cut)\w*\b[^.;]{0,20}\b(?:vinegar|brine|lemon juice|lime juice)\b[^.;]{0,12}\bwater\b"
            r"|\b(?:pour|put|run)\w*\b[^.;]*(?<!vinegar and )(?<!vinegar, )\bwater\b(?! mix| and vinegar|, vinegar)[^.;]*\b(?:in|into|over)\b[^.;]*\bjars?\b(?![^.;]*\b(?:empt|swirl|tip (?:it )?out))|\b(?:packed|filled|full) jars?\b[^.;]*\bwith (?:\w+ )?water\b"
        ),
        unless=_words(r"\b(?:canner|canning pot|warm|heat|hot jars|keep|empty|steril\w*|preheat|clean|wash|rins\w* (?:the )?(?:empty )?jars|inch|never water)\b"),
    ),
    ProseRisk(
        code="acid-reduced", says="The method leaves out a part of the acid, and how much is left cannot be judged.", fix=_ALL_OF_IT,
        pattern=_words(_LEFT_OUT), unless=_MEANT_TO_GO,
    ),
    ProseRisk(  # Syrups for pickles boil 5 to 15 minutes (common practice).
        "acid-reduced", "The method boils a part of the acid away, and how much is left cannot be judged.", "Boil it no longer than 15 minutes.",
        _words(
            rf"\bdrive off\s+{_LITTLE}{_ACID}|\b(?:boil|simmer|reduce|cook)\w*\s+(?:down\s+)?(?:the\s+|your\s+)?{_ACID}[^.;]*?\b(?:[2-9]\d|1\d\d)[\s-]*(?:minutes?|mins?)\b"
            rf"|\b(?:boil|simmer|reduc|cook)\w*\s+(?:down\s+)?(?:the\s+|your\s+)?{_ACID}\s+(?:down\s+)?(?:by|to)\s+(?:a\s+|about\s+)?(?:half|third|quarter|two)"
        ),
    ),
    ProseRisk(
        code="acid-reduced", says="The text puts something else in the place of the acid.", fix=_AS_LISTED,
        pattern=_words(
            rf"\b(?:instead of|in place of|rather than|in lieu of)\s+{_LITTLE}{_ACID}"
            rf"|\b(?:swap|replac|substitut|exchang)\w*\s+(?:\w+\s+){{0,4}}?(?:for\s+)?{_ACID}"
            rf"|{_ACID}[^.;]{{0,30}}\b(?:instead\b|in its place|works? (?:too|as well|just as well|fine)|will do\b)"
            r"|\b(?:works?|will do|can be used|may be used|could be used) (?:too|as well|instead)\b[^.;]*\b(?:lemon|lime|vinegar)"
            r"|\b(?:lemons?|limes?)\b[^.;]{0,20}\b(?:works? (?:too|as well|fine)|will do)\b"
        ),
        # Another vinegar of five per cent, or bottled juice for vinegar, is permitted: the list tells.
        unless=_words(r"\b(?:white|cider|malt|distilled|spirit|apple)\b[^.;]{0,12}\bvinegar\b|\bbottled (?:lemon|lime)\b[^.;]*\bvinegar\b|\b(?:any|whatever|home-?made|your own)\b[^.;]*\bvinegar\b|\bfor (?:colou?r|flavou?r)\b"),
    ),
    ProseRisk(
        code="juice-fresh", says="The text takes fresh lemons or limes.", fix="Use bottled juice.",
        pattern=_words(r"\bfresh(?:ly[- ]squeezed)? (?:lemon|lime)s?(?: juice)?\b"), unless=_words(r"\b(?:slices?|zest|peel|rind|wedges?|serv\w*|table)\b"),
    ),
    ProseRisk(
        code="vinegar-too-weak", says="The text lets a vinegar under 5 % in.", fix="Use a vinegar labelled 5 % or more.",
        pattern=_words(r"\b[0-4](?:[.,]\d+)? ?(?:%|per ?cent)[^.;]{0,25}\b(?:vinegar|acid)|\b(?:vinegar|acid\w*)\b[^.;]{0,25}?\b(?<![.\d])[0-4](?:[.,]\d+)? ?(?:%|per ?cent)"),
        unless=_words(r"\b(?:too weak|unsafe|not (?:safe|strong)|is not|below|some (?:bottles )?are|check)\b"),
    ),
    ProseRisk(
        code="vinegar-strength-unknown", says="The text lets a vinegar of unknown strength in.", fix="Use a vinegar labelled 5 % or more.",
        pattern=_words(
            r"\b(?:mild|low-acid|weak|cheap(?:est)?)\s+(?:vinegar|brine)\b|\b(?:any|whatever|home-?made|your own)(?: \w+){0,2} vinegar\b"
            r"|\b(?:rice|balsamic|palm|cane|coconut|date)\b(?: wine)? vinegar\b[^.;]*\b(?:may|can|could|instead|works?|will do|too|as well)\b|\b(?:or|use|try) (?:rice|balsamic|palm|cane|coconut)(?: wine)? vinegar\b"
        ),
        unless=_words(r"\b(?:left|spilt|drips?|at least 5|labelled 5|of 5 ?%)\b"),
    ),
    ProseRisk(
        "line-unread", "The text takes more of something, and how much cannot be judged.", "Put the whole amount on its own line.",
        _words(
            r"\b(?:double|triple|treble|quadruple)\s+(?:the|your)\s+(?!recipe|batch|quantit|ingredients|everything|spice|salt|sugar|seasoning|vinegar|acid|lemon|lime|garlic powder|chilli|time|boil|lid|amounts?\b)\w+"
            r"|\btwice (?:as (?:many|much)|the)\s+(?!spice|salt|sugar|time|vinegar|acid|height|size)\w+|\bbulk(?:ed|ing)? (?:it |them )?(?:out|up)\b|\bkeep adding\b"
        ),
    ),
    ProseRisk(
        code="ingredient-added", says="The text lets in whatever there is.", fix="Give each thing a line of its own with its amount, or leave it out.",
        pattern=_words(
            r"\b(?:other|mixed)\s+(?:\w+\s+)?(?:vegetables?|veg|veggies|fruits?)\b(?! (?:mixture|oil|brush|peeler))(?![^.;]*\bto the (?:pan|pot|brine|vinegar|syrup|boiling))"
            r"|\b(?:any|whatever|left-?over|more|extra)\s+(?:\w+\s+)?(?:vegetables?|veg|veggies|fruits?)\b(?! (?:mixture|oil|brush|peeler))"
            r"|\bwhatever (?:needs|you (?:have|like)|is|'s)\b|\bodds and ends\b|\bfeel free to (?:add|throw in|put in)\b(?! (?:\w+ )?(?:spices?|herbs|chilli|pepper flakes|sugar|salt))"
        ),
        unless=_words(r"\b(?:wash|rinse|remaining|sound|bruis\w*|recipe|jar with)\b"),
    ),
    ProseRisk(
        code="thickener-added", says="The text thickens it.", fix="Thicken it on opening.",
        pattern=_words(r"\bthicken\w*\s+(?:\w+\s+){0,3}?with\b|\bslurry\b|\broux\b|\badd (?:some |a little )?thickener\b"),
        unless=_words(r"\b(?:serv\w+|on opening|when (?:you )?open\w*|before eating)\b"),
    ),
    ProseRisk(
        code="produce-unfit", says="The text takes produce that is not sound.", fix="Use fresh, firm, sound produce; cut bruises away, throw out what is mouldy.",
        pattern=_words(
            r"\b(?:over-?ripe|bruise[sd]?|windfalls?|frost(?:ed|[- ]?bitten|[- ]?killed)?|mou?ldy?|rott(?:en|ing)|yellowing|past (?:its|their) (?:best|prime)|soft spots?)\b[^.;]*\b(?:fine|will do|ok|okay|too|go on|welcome|works?|perfect|good enough|ideal)\b"
            r"|\b(?:use|take|add|put in|includ\w+)\b[^.;]*\b(?:over-?ripe|bruised|windfalls?|frost(?:ed|[- ]?bitten|[- ]?killed)|mou?ldy|rott(?:en|ing)|yellowing|past (?:its|their) (?:best|prime))\b"
            r"|\b(?:scrape|skim|lift|cut) (?:off|away|out) (?:any |the )?mou?ld\b"
        ),
        unless=_words(r"\b(?:cut (?:out|away|off) (?:any |the |all )?bruis\w*|discard|throw (?:out|away)|reject|sort out|unfit)\b"),
    ),
    ProseRisk(
        "method-refused", "The text keeps to no minutes.", _IN_THE_BATH,
        _words(
            r"\bprocess\w*\b[^.;]*\b(?:brief\w*|quick(?:ly)?\b|for a (?:moment|bit|while)|dip|half the (?:time|minutes)|until the lids? (?:pop|ping|seal))"
            r"|\b\d+[- ]?sec(?:ond)?s?[- ](?:dip|bath|boil)|\bprocess\w*(?: time)?\s*:?\s*(?:is |of )?(?:none|zero|nil|0)\b|\bunprocessed\b|\bneed(?:s)? no (?:processing|bath|canning)\b"
            r"|\b(?:halve|cut|shorten|reduce|skip|ignore)\w* the (?:processing |canning )?(?:time|minutes)\b|\bin a hurry\b|\b(?:minutes?|min) (?:minus|less) \d"
            r"|\b(?:quick|brief|short) (?:dip|bath|boil)\b[^.;]*\b(?:jars?|process\w*|boiling water)\b|\b(?:1/2|½|half) the (?:time|minutes)\b"
            r"|\buntil the lids? (?:pop|ping|suck)\b|\bdip\w* (?:the )?(?:filled |closed |full )?jars\b"
            r"|\b(?:take|lift|remove)\w*\b[^.;]*\bjars?\b[^.;]*\b(?:as soon as|when|once)\b[^.;]*\bboils?\b"
            r"|\b(?:as soon as|when|once|just)\b[^.;]*\bboils?\b[^.;]*\b(?:take|lift|remove)\w*\b[^.;]*\bjars?\b"
            r"|\bjars?\b[^.;]*\bboiling water\b[^.;]*\boff the (?:stove|heat|hob|burner)\b"
            r"|\b(?:simmer|hot water|water at \d+ ?(?:degrees|°)? ?[cf]?)\b[^.;]{0,25}\b(?:is enough|does it|will do|suffices)\b"
            r"|\bwater\b[^.;]{0,20}\b(?:shiver|trembl)\w*|\b(?:water|it) (?:must|should|need|does|do)(?: not|n'?t)(?: need to)? (?:quite |even )?boil\b"
        ),
    ),
    ProseRisk(
        "method-refused", "The text keeps to fewer minutes than it gives.", _IN_THE_BATH,
        _words(r"\b(?:no|never|not)\b[^.;]{0,20}\bmore than (?:[1-4]|one|two|three|four) min|\bmin\w*,? but (?:I|we|you can) (?:do|use|take|give|only)\b"),
        forbidden_counts=True,
    ),
    ProseRisk(
        "method-refused", "The text leaves the jars short of water.", _IN_THE_BATH,
        _words(
            r"\b(?:not|never|don'?t|no need to) (?:cover|submerge)\w* (?:the )?jars\b(?! tight)"
            r"|\bjars?\b[^.;]*\b(?:only|just)\b[^.;]*\b(?:few|an? inch|centimet\w+)\b[^.;]*\bwater\b|\bjars?\b[^.;]*\bon (?:their|its) sides?\b"
        ), forbidden_counts=True,
    ),
    ProseRisk(
        code="method-refused", says="The text closes the jars with something that does not seal.", fix=_IN_THE_BATH,
        pattern=_words(
            r"\b(?:cover|close|tie|seal|stopper|cap)\w*\b[^.;]*\b(?:(?<!parchment )paper|cellophane|cling ?film|plastic wrap|foil|cork\w*|rubber bands?|string)\b"
            r"|\b(?:paper|cellophane|cling ?film|cloth)\b[^.;]*\b(?:to|for) (?:cover|clos|tie|seal)\w*[^.;]*\bjars?\b"
            r"|\bjars?\b[^.;]*\b(?:corks?\b|cork stoppers?|cellophane)"
        ),
        unless=_words(r"\b(?:stand|overnight|soak|bowl|pan|pot|basin|cool\w*|gift|label|crock)\b"),
    ),
    ProseRisk(
        "method-refused", "The text keeps the jars without processing them.", _IN_THE_BATH,
        _words(
            r"\bno heat(?:ing)?\b[^.;]{0,15}\b(?:needed|required|necessary|at all)\b"
            r"|\bstraight (?:away|to|into|on|onto)\b[^.;]*\b(?:pantry|shelf|cupboard|larder)\b|\b(?:pantry|shelf|cupboard|larder)\b[^.;]*\bstraight away\b"
        ),
    ),
    ProseRisk(
        code="pack-changed", says="The text fills the jars with cold brine.", fix="Fill with boiling brine.",
        pattern=_words(r"\b(?:cold|cooled|room[- ]temperature) (?:brine|vinegar)\b|\b(?:brine|vinegar)\b[^.;]{0,12}\bover cold\b"),
        unless=_words(r"\b(?:soak\w*|overnight|refrigerat\w*|salt\w*)\b"), whole=True,
    ),
    ProseRisk(
        code="jar-larger", says="The text names a vessel that nobody timed.", fix="Use canning jars of the size that the minutes are for.",
        pattern=_words(r"\b(?:growlers?|buckets?|pails?|barrels?|demijohns?|carboys?)\b"), unless=_words(r"\b(?:ice|soak\w*|wash\w*|compost|carry)\b"),
    ),
    ProseRisk(
        code="method-refused", says="The text leaves out what the altitude adds.", fix="Take the minutes shown: they count the altitude.",
        pattern=_words(
            r"\b(?:altitude|elevation|height above)\b[^.;]*\b(?:not bother|don'?t (?:bother|adjust|worry)|ignor\w+|never (?:mind|adjust)|no need|does(?:n'?t| not) matter|skip)\b"
            r"|\b(?:not bother|don'?t (?:bother|adjust|worry)|ignor\w+|never (?:mind|adjust)|no need|skip|without)\b[^.;]*\b(?:altitude|elevation|extra minutes)\b"
        ),
        unless=_words(r"\d|\bsea level\b"), forbidden_counts=True,
    ),
    ProseRisk(
        code="method-refused", says="The text heats the jars in something that is no canner.", fix=_IN_THE_BATH,
        pattern=_words(
            r"\bbak(?:e|ed|ing)\b[^.;]*\bjars?\b|\b(?:process|jars?)\b[^.;]*\b(?:steamer basket|steaming basket|colander|wok|bain[- ]marie|double boiler)\b"
            r"|\bsteam\w*\s+(?:the\s+)?(?:filled\s+|closed\s+)?jars?\b(?![^.;]*\bcanner)"
        ),
        unless=_words(r"\b(?:empty|steril\w+|clean jars?|warm)\b"),
    ),
    ProseRisk(
        code="method-refused", says="The text relies on the hot food to seal the jar by itself.", fix=_IN_THE_BATH,
        pattern=_words(
            r"\b(?:hot |boiling )?(?:brine|heat|food|relish|salsa|chutney|sauce|steam|contents|they|it|lids?|jars?)\b (?:will |should |then |itself |do )?(?:seals?|suck|pull|draws?)\b (?:the |its |their )?(?:jars?|lids?|themselves|itself|shut|down|tight)"
            r"|\blids? on,? (?:and )?(?:that'?s (?:it|all)|done|finished|ready)\b"
        ),
        unless=_words(r"\b(?:process\w*|canner|boiling water|after)\b"),
    ),
    ProseRisk(
        code="fermented", says="The text lets it sour or work by itself.", fix="Keep it in the refrigerator, or begin from a quick pickle with vinegar.",
        pattern=_words(
            r"\b(?:lids? (?:\w+ )?(?:ajar|off|open)|jars? (?:\w+ )?open)\b[^.;]*\b(?:days?|weeks?|overnight)\b|\buntil (?:it|they) (?:smells?|tastes?|turns?|goes?|go|gets?) (?:\w+ )?(?:sour|tangy|funky|fizzy)\b|\b(?:in|to) a warm (?:place|spot|room|cupboard)\b"
            r"|\b(?:days?|weeks?)\b[^.;]*\bbefore (?:sealing|closing|processing|capping|putting (?:on )?the lids)\b"
        ),
        unless=_words(r"\b(?:refrigerat\w*|fridge|chill\w*)\b"),
    ),
    ProseRisk(
        code="alkali-added", says="The text takes acid away with an alkali.", fix="Leave it out; for a milder taste add sugar on opening.",
        pattern=_words(r"\b(?:neutrali[sz]|de-?acidif)\w*|\bantacids?\b|\b(?:wood )?ash(?:es)?\b(?= (?:in|water|keeps))"),
        unless=_words(r"\b(?:smell\w*|odou?r)\b"),
    ),
    ProseRisk(
        "pack-changed", "The text packs frozen produce into the jars.", "Thaw it, weighed before, in a hot pack.",
        _words(r"\b(?:pack|fill|put)\w*\b[^.;]*\b(?:still |while )frozen\b"),
    ),
    ProseRisk(
        "jar-larger", "The text lets larger jars in.", "Use the jar that the minutes are for, or a smaller one.",
        _words(r"\bjars?\b[^.;]*\b(?:or|even|anything|any)\b[^.;]{0,15}\b(?:bigger|larger)\b|\b(?:bigger|larger) jars? (?:work|will do|are fine|can)\b"),
    ),
    ProseRisk(
        "line-unread", "A finger is no measure of headspace.", "Write the headspace in inches or millimetres.",
        _words(r"\b(?:finger|thumb|knuckle)(?:'s|s)?(?:[- ]?(?:width|breadth))?s? (?:of )?(?:room|space|head\s?space|gap)\b|\bleave a (?:finger|thumb)\b"),
    ),
)  # fmt: skip


def _clause(sentence: str, match: re.Match[str]) -> str:
    """The part of a sentence that a match stands in: “Top up with water | and | put on the lids”."""
    begins = max((found.end() for found in _BETWEEN.finditer(sentence[: match.start()])), default=0)
    ends = _BETWEEN.search(sentence, match.end())
    return sentence[begins : ends.start() if ends else len(sentence)]


def risks_said(sentence: str, in_canner: bool = False) -> list[ProseRisk]:
    """The rows that a sentence falls under, in the table's order. `in_canner`: the sentence before spoke of the canner, and
    “add water if needed” is said of it."""
    found: list[ProseRisk] = []
    for risk in RISKS:
        match = risk.pattern.search(sentence)
        if match is None or (risk.unless is not None and risk.unless.search(sentence if risk.whole else _clause(sentence, match))):
            continue
        if in_canner and risk.code == "water-added" and _OF_THE_CANNER.search(sentence):
            continue
        if not risk.forbidden_counts and _FORBIDDEN.search(sentence[: match.start()]):
            continue
        found.append(risk)
    return found
