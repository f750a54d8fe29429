using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Wear;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A figure on a line of wear.</summary>
/// <param name="On">The day.</param>
/// <param name="X">Where it is drawn: days since the plot's first figure.</param>
/// <param name="Value">The figure in inches.</param>
/// <param name="Figure">The same as it is said.</param>
/// <param name="Road">Road since the line began, as it is said; empty where it is not known.</param>
/// <param name="VisitId">The visit it was taken in.</param>
public sealed record WearFigure(DateOnly On, double X, double Value, string Figure, string Road, Guid VisitId);

/// <summary>A point of the fitted line with its band.</summary>
/// <param name="X">Days since the plot's first figure.</param>
/// <param name="Line">The line, in inches.</param>
/// <param name="Low">The band's lower edge; null where there is no band.</param>
/// <param name="High">Its upper edge.</param>
public sealed record WearTrace(double X, double Line, double? Low, double? High);

/// <summary>One place's line on a plot.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="PlaceSpoken">The place as it is spoken.</param>
/// <param name="Side">The side; null where there is none.</param>
/// <param name="Figures">The figures of the part that is in now, oldest first.</param>
/// <param name="Before">Figures of parts that were there before.</param>
/// <param name="Renewed">Why the line begins where it does; null where it begins with the first figure.</param>
/// <param name="Trace">
/// The fitted line and its band, up to where it crosses or the plot ends; empty where there is none.
/// </param>
/// <param name="CrossesOn">The day it comes to its limit; null where nobody can tell.</param>
/// <param name="CrossesX">The same as days since the plot's first figure; null where it lies beyond the plot.</param>
/// <param name="Words">What it comes to, as a sentence.</param>
public sealed record WearSide(
    string Place,
    string PlaceSpoken,
    Side? Side,
    IReadOnlyList<WearFigure> Figures,
    IReadOnlyList<WearFigure> Before,
    string? Renewed,
    IReadOnlyList<WearTrace> Trace,
    DateOnly? CrossesOn,
    double? CrossesX,
    string Words);

/// <summary>One plot: a measured thing, left and right together.</summary>
/// <param name="Key">Unique on the page.</param>
/// <param name="Title">What is measured, and where.</param>
/// <param name="From">The day of its first figure.</param>
/// <param name="Days">How many days it spans.</param>
/// <param name="Limit">The limit in inches; null where nobody knows it.</param>
/// <param name="LimitWords">The limit as it is said, with its source; empty where nobody knows it.</param>
/// <param name="Down">Whether it wears downward.</param>
/// <param name="Sides">The lines.</param>
public sealed record WearPlotAnswer(
    string Key,
    string Title,
    DateOnly From,
    double Days,
    double? Limit,
    string LimitWords,
    bool Down,
    IReadOnlyList<WearSide> Sides);

/// <summary>How a trailer wears.</summary>
public sealed record WearAnswer(
    Guid TrailerId,
    string Tag,
    DateOnly Today,
    double? PerDayMiles,
    IReadOnlyList<WearPlotAnswer> Plots);

internal static class WearPage
{
    private const int Traced = 24, LeastMonths = 6, FarthestMonths = 24;
    private static readonly double Inch = (double)Unit.Inch.InCanonical;

    internal static void MapWear(this RouteGroupBuilder ledger) => ledger.MapGet("/trailers/{id:guid}/wear", ReadAsync)
        .Needs(Right.See);

    private static async Task<Ok<WearAnswer>> ReadAsync(Guid id, ShopFile file, Clock clock)
    {
        Trailer trailer = await file.Trailers.FirstOrDefaultAsync(t => t.Id == id)
            ?? throw Refusal.NotFound("There is no such trailer.");
        TrailerRecord record = await file.RecordAsync(trailer, clock.Today);
        IReadOnlyList<WearLine> lines = WearHistory.Of(
            record.Context,
            record.Readings,
            record.Work,
            record.Usage,
            clock.Today,
            record.Catalogue.NameOf);

        // Left and right of one axle on one plot.
        IEnumerable<WearPlotAnswer> plots =
            lines
                .GroupBy(l => (l.Kind, Across: Place.Of(l.Place) with { Side = null }))
                .Select(g => Plot([.. g], record, clock.Today));
        return TypedResults.Ok(new WearAnswer(
            id,
            trailer.Tag,
            clock.Today,
            record.Usage.PerDay is { } day ? (double)day.Miles : null,
            [.. plots]));
    }

    private static WearPlotAnswer Plot(List<WearLine> lines, TrailerRecord record, DateOnly today)
    {
        ReadingKind kind = ReadingKinds.Find(lines[0].Kind)!;
        Place place = Place.Of(lines[0].Place);
        List<DateOnly> days = [.. lines
            .SelectMany(l => l.Points.Concat(l.Before.SelectMany(b => b)))
            .Select(p => p.On)];
        DateOnly from = days.Min();

        // As far as anything is planned by; a line that goes on beyond is cut off there.
        DateOnly farthest = today.AddMonths(FarthestMonths);
        DateOnly until = lines
            .Select(l => l.Crossing?.Likely)
            .OfType<DateOnly>()
            .Where(d => d <= farthest)
            .Append(today.AddMonths(LeastMonths))
            .Max()
            .AddDays(45);
        double span = Math.Max(30, until.DayNumber - from.DayNumber);
        decimal? limit = lines.Select(l => l.Limit).FirstOrDefault(l => l is not null);
        return new WearPlotAnswer(
            $"{lines[0].Kind}-{(place with { Side = null }).Code}",
            $"{kind.Name}, {Where(place)}",
            from,
            span,
            limit is { } at ? (double)at / Inch : null,
            limit is { } said
                ? $"{(kind.Wear!.Way == WearWay.Down ? "not under" : "not over")} "
                    + $"{ShopFormat.AsSaid(new Length(said))} ({lines[0].LimitSource})"
                : "",
            kind.Wear!.Way == WearWay.Down,
            [.. lines.Select(l => Line(l, kind, from, span, record, today))]);
    }

    private static string Where(Place place) => place.Kind switch
    {
        PlaceKind.FrontEye => FormattableString.Invariant($"front eyes of axle {place.Axle}"),
        PlaceKind.RearEye => FormattableString.Invariant($"rear eyes of axle {place.Axle}"),
        PlaceKind.Equalizer => FormattableString.Invariant(
            $"equalizers between axles {place.Axle} and {place.Axle + 1}"),
        _ => FormattableString.Invariant($"axle {place.Axle}"),
    };

    private static WearSide Line(
        WearLine line,
        ReadingKind kind,
        DateOnly from,
        double span,
        TrailerRecord record,
        DateOnly today)
    {
        WearFigure Figure(WearPoint p, DateOnly start) => new(
            p.On,
            p.On.DayNumber - from.DayNumber,
            p.Value / Inch,
            ShopFormat.ReadBack(kind.Quantity, (decimal)p.Value).Ours,
            record.Usage.Knows && record.Usage.Between(start, p.On) is { } road ? ShopFormat.Write(road) : "",
            p.VisitId);
        return new WearSide(
            line.Place,
            Place.Of(line.Place).Spoken,
            Place.Of(line.Place).Side,
            [.. line.Points.Select(p => Figure(p, line.Points[0].On))],
            [.. line.Before.SelectMany(b => b.Select(p => Figure(p, b[0].On)))],
            line.Renewed,
            Trace(line, from, span, record, today),
            line.Crossing?.Likely,
            line.Crossing is { } crossing && crossing.Likely.DayNumber - from.DayNumber <= span
                ? crossing.Likely.DayNumber - from.DayNumber
                : null,
            line.Words);
    }

    // Drawn over days; a line followed over distance bends with the road the trailer covers.
    private static List<WearTrace> Trace(
        WearLine line,
        DateOnly from,
        double span,
        TrailerRecord record,
        DateOnly today)
    {
        if (line.Fit is not { } fit)
        {
            return [];
        }

        DateOnly start = line.Points[0].On, end = from.AddDays((int)span);
        if (line.Crossing is { } crossing && crossing.Likely < end)
        {
            end = crossing.Likely > today ? crossing.Likely : today;
        }

        List<WearTrace> trace = [];
        int days = Math.Max(1, end.DayNumber - start.DayNumber);
        for (int i = 0; i <= Traced; i++)
        {
            DateOnly on = start.AddDays(days * i / Traced);
            double x = line.ByDistance
                ? (double)record.Usage.Between(start, on)!.Value.Metres
                : on.DayNumber - start.DayNumber;
            double value = fit.At(x);
            double? half = fit.HalfBand(x);
            trace.Add(new WearTrace(
                on.DayNumber - from.DayNumber,
                value / Inch,
                (value - half) / Inch,
                (value + half) / Inch));
        }

        return trace;
    }
}
