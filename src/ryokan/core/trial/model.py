"""How the trial is run: what the people on board do, and which years they meet."""

from __future__ import annotations

from pydantic import Field, model_validator

from ryokan.core.model import Id, Model, Position

MAX_SEED = 2**31 - 1
MAX_QUESTIONS = 12
MAX_QUESTION = 120  # characters


class KeptQuestion(Model):
    """A question in one line that is asked again after each edit, such as “stay ten nights”."""

    position: Position = 0
    said: str = Field(min_length=1, max_length=MAX_QUESTION)


class Trial(Model):
    """What is said for the trial run. Left alone, nobody watches a gauge and everything runs until the bank is empty."""

    seed: int = Field(default=1, ge=0, le=MAX_SEED, description="Which years of weather are drawn: the same give the same.")
    start_frac: float = Field(default=1, ge=0, le=1, description="Charge of the bank on departure, and after a gap.")
    portable_out: bool = Field(default=True, description="Whether arrays that are carried are set out at every stay.")
    left_in_at: tuple[Id, ...] = Field(
        default=(), max_length=100, description="Stays at which arrays that are carried are not set out after all."
    )
    age_years: float = Field(default=0, ge=0, le=30, description="Age of the bank on the trip. [years]")
    shed_below_frac: float | None = Field(
        default=None, gt=0, le=1, description="Available charge below which what may be shed is switched off by hand."
    )
    spare_below_frac: float | None = Field(default=None, gt=0, le=1, description="The same for all that does not have to run.")

    questions: dict[Id, KeptQuestion] = Field(
        default_factory=dict, max_length=MAX_QUESTIONS, description="Questions that are kept with the job, by id."
    )

    @model_validator(mode="after")
    def _the_least_important_first(self) -> Trial:
        if (
            self.shed_below_frac is not None
            and self.spare_below_frac is not None
            and self.spare_below_frac > self.shed_below_frac
        ):
            raise ValueError("what should run is not switched off before what may be shed")
        return self
