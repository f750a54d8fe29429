using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>What is described, tried on every running gear that it is meant for.</summary>
public sealed partial class OwnChecks
{
    private void Tried(OwnJob job, Job made, Openings openings)
    {
        RunningGear[] gears =
            [.. EveryGear.All.Where(g => made.At.Any(kind => Of(g, kind).Any(p => made.GoesAt(g, p))))];
        RunningGear[] meant = [.. EveryGear.All.Where(g => made.Applies(g, Place.Trailer))];
        if (job.Refines is null)
        {
            Add("/gear", meant.Length == 0 ? "There is no such running gear." : null);
            Kinds(job.At, meant);
        }

        if (problems.Count > 0)
        {
            return;
        }

        // A step at each brake is none where there is no brake: nobody is offered a job that comes to nothing.
        ILookup<bool, RunningGear> idle = gears.ToLookup(g => made.At
            .SelectMany(kind => Of(g, kind))
            .Where(p => made.GoesAt(g, p))
            .Any(p => !made.Work.Any(w => w.Where(g, p).Any())));
        RunningGear[] none = [.. idle[true]];
        Add("/gear", none.Length == 0 ? null
            : EveryGear.WhatTells(none, [.. idle[false]]) is { } which
                ? $"On trailers with {which} it comes to nothing: leave these out of where it is done."
            : "On some of the trailers that it is for it comes to nothing.");
        for (int i = 0; i < job.Steps.Count; i++)
        {
            OwnStep step = job.Steps[i];
            Work work = made.Work.First(w => w.Group == job.Code && w.Step.Code == step.Code);
            Tried($"/steps/{i}", step, work, made, gears, openings.Find(work.Opening));
        }
    }

    private void Tried(
        string pointer,
        OwnStep step,
        Work work,
        Job made,
        IReadOnlyList<RunningGear> gears,
        Opening opening)
    {
        List<RunningGear> has = [], lacks = [];
        bool several = false, anywhere = false;
        HashSet<string> belongs = [.. step.Readings];
        foreach (RunningGear gear in gears)
        {
            foreach (Place at in made.At
                .SelectMany(kind => Of(gear, kind))
                .Where(p => made.GoesAt(gear, p))
                .SelectMany(p => work.Where(gear, p)))
            {
                anywhere = true;
                int there = opening.At
                    .SelectMany(kind => Places.Touching(gear, kind, at))
                    .Count(p => Places.Has(gear, p) && opening.Applies(gear, p));
                several |= there > 1;
                (there > 0 ? has : lacks).Add(gear);
                belongs.RemoveWhere(r => ReadingKinds.Find(r) is { } kind
                    && Subjects.At(kind.Subject).Contains(Subjects.Home(kind.Subject, gear, at).Kind));
            }
        }

        Add($"{pointer}/each", anywhere ? null : "There is no such place where the job is done.");
        Add($"{pointer}/opening", several
            ? $"There is more than one “{opening.Name}” there: say at which kind of place the step is done each time."
            : lacks.Count == 0 ? null
            : has.Count == 0 ? $"There is no “{opening.Name}” at that place on any trailer that it is for."
            : EveryGear.WhatTells(lacks, has) is { } which
                ? $"There is no “{opening.Name}” there on trailers with {which}: leave these out of where it is done."
            : $"There is no “{opening.Name}” there on some of the trailers that it is for.");
        foreach (string reading in step.Readings.Where(belongs.Contains))
        {
            Add(
                $"{pointer}/readings",
                $"“{ReadingKinds.Find(reading)!.Name}” is not measured at that place: say at which the step is done.");
        }
    }

    // A job can stand for another only if it gets as deep.
    private void CountsFor(OwnJob job, Job made, JobCatalogue all)
    {
        for (int i = 0; i < job.CountsAs.Count; i++)
        {
            Job other = all.Find(job.CountsAs[i])!;
            foreach (RunningGear gear in EveryGear.All)
            {
                foreach (Place at in made.At.SelectMany(kind => Of(gear, kind)).Where(p => made.GoesAt(gear, p)))
                {
                    HashSet<OpeningAt> opened = [.. Reached(all.Openings, gear, made, at)];
                    if (other.At
                        .SelectMany(kind => Places.Touching(gear, kind, at))
                        .Where(p => other.GoesAt(gear, p))
                        .SelectMany(p => Reached(all.Openings, gear, other, p))
                        .FirstOrDefault(o => !opened.Contains(o)) is { Opening: { } missing })
                    {
                        Add(
                            $"/countsAs/{i}",
                            $"“{other.Name}” needs “{missing.Name}”, and this never gets there: "
                                + "it can’t stand for it.");
                    }
                }
            }
        }
    }

    private static IReadOnlyList<OpeningAt> Reached(Openings openings, RunningGear gear, Job job, Place place)
    {
        StepContext context = new(gear, PracticeChoices.Defaults) { Jobs = [(job, place)] };
        return openings.Closure(gear, job.Work
            .SelectMany(w => w.Where(gear, place)
                .Where(p => w.Step.Wanted(context with { Place = p }))
                .Select(p => openings.Reach(gear, w.Opening, p)[0])));
    }

    private void Kinds(IReadOnlyList<string> at, RunningGear[] gears)
    {
        for (int i = 0; i < at.Count && gears.Length > 0; i++)
        {
            PlaceKind kind = OwnCodes.Find(OwnCodes.Places, at[i])!.Value;
            Add($"/at/{i}", gears.Any(g => Of(g, kind).Any())
                ? null
                : $"None of the trailers it is for has this place: {OwnCodes.Words(OwnCodes.Places, at[i])}.");
        }
    }

    private static IEnumerable<Place> Of(RunningGear gear, PlaceKind kind) =>
        Places.Of(gear).Where(p => p.Kind == kind);
}
