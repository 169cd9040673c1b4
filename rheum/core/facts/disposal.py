"""What is done with a jar that may be spoiled, and what if somebody ate of it: said in one place, the same on every screen."""

from typing import Final

# Bagged and binned: less handling and less spray than boiling (CDC, from memory). The boil of the USDA Complete Guide, Guide 1, where it cannot be bagged (from memory).
DISPOSAL: Final = (
    "Do not open it and do not taste it. Put your gloves on, put the jar into a bag and that bag into another one, and put it into the bin, where no "
    "person or animal can get at it. Only where it cannot be bagged is the jar first boiled, covered with water, for 30 minutes. Wash your hands and "
    "whatever it touched."
)
# Signs and hours of botulism, and whom to call (CDC, from memory).
IF_EATEN: Final = (
    "If somebody ate of it: blurred or double vision, drooping eyelids, slurred speech, trouble swallowing or weak arms and legs may begin 12 to 72 hours "
    "later, sometimes after as many as 10 days. At the first of these get emergency medical help at once; do not wait. Keep the jar and its label for the doctors."
)
