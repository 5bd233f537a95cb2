using System.CommandLine;
using System.Text.Json;
using Fretsaw.Core.Asking;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Cli;

/// <summary>fretsaw inspect FILM --shot NAME --frame N [--meshes] → JSON on stdout.</summary>
internal static class InspectCommand
{
    public static Command Build()
    {
        var film = Films.Argument();
        var shot = Films.ShotOption();
        var frame = new Option<double>("--frame") { Description = "1-based; may lie between frames", Required = true };
        var meshes = new Option<bool>("--meshes") { Description = "With rest and current vertices, and triangles" };
        var arc = new Option<string?>("--arc") { Description = "OWNER/THING: instead, the path of it over the shot as the frame's lens sees it" };
        var graph = new Option<string?>("--graph") { Description = "OWNER/THING/PROPERTY: instead, the value of a track on every frame, with its keys" };
        var command = new Command("inspect", "Tells everything a frame is made of, as JSON") { film, shot, frame, meshes, arc, graph };
        command.SetAction(result =>
        {
            var opened = Films.Open(result.GetRequiredValue(film)).Film;
            var chosen = Films.FindShot(opened, result.GetValue(shot));
            var number = result.GetRequiredValue(frame);
            if (!(number >= 1 && number <= chosen.Length))
            {
                throw new FilmException($"--frame {number}", $"is not in shot '{chosen.Name}'", $"it has frames 1-{chosen.Length}");
            }

            Question? question = result.GetValue(arc) is { } path ? Arc(chosen, number, path) : result.GetValue(graph) is { } value ? Graph(chosen, value) : null;
            if (question is not null)
            {
                Json.Write(new Session(opened).Ask(question), EngineJson.Default.Answer);
                return 0;
            }

            var evaluator = new Evaluator(PlanCompiler.Compile(opened, chosen, new RigCache()));
            evaluator.Evaluate(number);
            Json.Write(Inspection.Of(evaluator, result.GetValue(meshes)), EngineJson.Default.Inspection);
            return 0;
        });
        return command;
    }

    private static ArcQuestion Arc(Shot shot, double frame, string path) => path.Split('/') is [var owner, var thing]
        ? new ArcQuestion(new View(shot.Id), frame, owner, thing, 1, shot.Length)
        : throw new FilmException($"--arc {path}", "names no thing", "write OWNER/THING, such as bramble/reach-foot");

    private static GraphQuestion Graph(Shot shot, string path) => path.Split('/') is [var owner, var thing, var property]
        ? new GraphQuestion(shot.Id, [new Address(owner, thing, property)], 1, shot.Length)
        : throw new FilmException($"--graph {path}", "names no track", "write OWNER/THING/PROPERTY, such as bramble/bone-neck/turn");
}

internal static class Json
{
    public static void Write<T>(T value, System.Text.Json.Serialization.Metadata.JsonTypeInfo<T> type)
    {
        using var stdout = Console.OpenStandardOutput();
        JsonSerializer.Serialize(stdout, value, type);
        stdout.WriteByte((byte)'\n');
    }
}
