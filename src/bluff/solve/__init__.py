"""Finding cutting plans. What a plan is, and whether it is one, is `bluff.core.cutting`; here they are looked for.

Every way of looking gives a plan that `faults_of` finds nothing wrong with, and a bound that no plan goes below.
"""
