using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Composing;

/// <summary>What a composing is made of: openings as nodes of a graph, and the work that hangs on them.</summary>
internal sealed partial class Composition
{
    private enum NodeState
    {
        Shut,
        Begun,
        Whole,
        GoingBack,
    }

    private sealed record Item(string Key, Work Work, Job Job, Place Place)
    {
        public List<string> For { get; } = [];
    }

    private sealed class Node(OpeningAt at, int rank, int round)
    {
        public static readonly IComparer<Node> InOrder = Comparer<Node>.Create((a, b) => a.Order.CompareTo(b.Order));

        // An axle lies across both sides: once it can come out, nothing else goes before it.
        public (Side, int, int, PlaceKind, int) Order { get; } =
            (at.Place.Side ?? Side.Left, at.Place.Axle, rank, at.Place.Kind, round);

        public OpeningAt At { get; } = at;

        public OpeningId Which { get; } = new(at.Place.Code, at.Opening.Code, round);

        public string Id { get; } = new OpeningId(at.Place.Code, at.Opening.Code, round).ToString();

        public List<Node> Needs { get; } = [];

        public List<Node> Dependents { get; } = [];

        public List<Item> Work { get; } = [];

        public List<Item> Late { get; } = [];

        public NodeState State { get; set; }

        public bool Wanted { get; set; }

        public bool Loosened { get; set; }

        public bool Open { get; set; }

        public bool Closed { get; set; }

        // Needs not standing yet, and dependents not closed yet.
        public int Unmet { get; set; }

        public int Pending { get; set; }

        public bool IsWanted() => Wanted || Dependents.Exists(d => d.IsWanted());

        public PacketOpening AsOpening() =>
            new(At.Opening.Code, At.Opening.Name, At.Place.Code, At.Place.Spoken, At.Opening.Depth)
            {
                Id = Id,
                Needs = [.. Needs.Select(n => n.Id)]
            };
    }
}
