using System.Text.Json.Nodes;
using SturdyTinker.Core.Planning;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>Planning problems and answers as JSON.</summary>
public sealed class FormTests
{
    // The example of docs/planning-problem.md.
    private const string Example = """
        {
          "format": "sturdy-tinker/planning-problem/1",
          "weeks": 52,
          "callIn": 90.0,
          "ratePerMinute": 1.6,
          "closedWeeks": [5, 6],
          "openings": [
            { "id": "secured", "minutes": 8, "needs": [] },
            { "id": "raised-left", "minutes": 12, "needs": ["secured"] },
            { "id": "hub-open-1L", "minutes": 21, "needs": ["raised-left"] }
          ],
          "tasks": [
            { "id": "repack-1L", "openings": ["hub-open-1L"], "value": 31.0, "interval": 52, "due": 9, "maxGap": 65, "lateWeight": 400.0 },
            { "id": "repack-1R", "openings": ["hub-open-1L"], "value": 31.0, "interval": 52, "due": 9, "lateWeight": 400.0 }
          ],
          "pins": [ { "task": "repack-1L", "week": 8 } ],
          "forbids": [ { "task": "repack-1L", "week": 12 } ],
          "together": [ ["repack-1L", "repack-1R"] ]
        }
        """;

    [Fact]
    public void The_example_is_read_answered_and_written()
    {
        (PlanningProblem? problem, IReadOnlyList<FormFault> faults) = PlanningForm.Read(Example);
        Assert.Empty(faults);
        JsonNode answer = JsonNode.Parse(PlanningForm.Write(Grouping.Solve(problem!)))!;
        Assert.Equal("sturdy-tinker/planning-answer/1", (string)answer["format"]!);
        Assert.Equal(8, (int)answer["visits"]![0]!["week"]!);
        Assert.Equal(41, (double)answer["visits"]![0]!["openMinutes"]!);

        // 90 + 1.6 × 41, and two tasks a week early: 31 / 52 each.
        Assert.Equal(90 + (1.6 * 41) + (2 * 31 / 52.0), (double)answer["cost"]!, 1e-5);
        Assert.False(answer.AsObject().ContainsKey("why"));
        Assert.Equal(problem!.Tasks[0].MaxGap, PlanningForm.Read(PlanningForm.Write(problem)).Problem!.Tasks[0].MaxGap);
    }

    [Theory]
    [InlineData("/weeks", "52", "52.5")]
    [InlineData("/openings/1/needs/0", "[\"secured\"]", "[\"secure\"]")]
    [InlineData("/tasks/0/interval", "\"interval\": 52, \"due\": 9, \"maxGap\"", "\"interval\": 0, \"due\": 9, "
        + "\"maxGap\"")]
    [InlineData("/tasks/0/maxGapp", "maxGap", "maxGapp")]
    [InlineData("/tasks/1/id", "\"id\": \"repack-1R\"", "\"id\": \"repack-1L\"")]
    [InlineData("/pins/0/week", "\"week\": 8", "\"week\": 52")]
    [InlineData("/forbids/0/task", "{ \"task\": \"repack-1L\", \"week\": 12 }",
        "{ \"task\": \"nobody\", \"week\": 12 }")]
    [InlineData("/together/0/1", "[\"repack-1L\", \"repack-1R\"]", "[\"repack-1L\", \"nobody\"]")]
    [InlineData("/openings/0/needs", "\"minutes\": 8, \"needs\": []", "\"minutes\": 8, \"needs\": [\"hub-open-1L\"]")]
    [InlineData("/callIn", "90.0", "-1")]
    [InlineData("/format", "problem/1", "problem/2")]
    [InlineData("", "\"weeks\": 52,", "\"weeks\": 52,,")]
    public void A_malformed_problem_is_refused_with_the_pointer_to_the_field(string pointer, string was, string wrong)
    {
        (PlanningProblem? problem, IReadOnlyList<FormFault> faults) =
            PlanningForm.Read(Example.Replace(was, wrong, StringComparison.Ordinal));
        Assert.Null(problem);
        Assert.Contains(faults, f => f.Pointer == pointer && f.Sentence.EndsWith('.'));
    }
}
