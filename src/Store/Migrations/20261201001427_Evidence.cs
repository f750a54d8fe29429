using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class Evidence : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "IntervalsByUse",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'{}'");

            migrationBuilder.AddColumn<int>(
                name: "RepackCounted",
                table: "Settings",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "EvidenceCards",
                columns: table => new
                {
                    Code = table.Column<string>(type: "TEXT", nullable: false),
                    Topic = table.Column<string>(type: "TEXT", nullable: false),
                    Order = table.Column<int>(type: "INTEGER", nullable: false),
                    Card = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_EvidenceCards", x => x.Code);
                });

            migrationBuilder.CreateTable(
                name: "EvidenceHeads",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
                    Edition = table.Column<int>(type: "INTEGER", nullable: false),
                    AsOf = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Trailers = table.Column<int>(type: "INTEGER", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_EvidenceHeads", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "TrailerEvidence",
                columns: table => new
                {
                    TrailerId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Says = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_TrailerEvidence", x => x.TrailerId);
                    table.ForeignKey(
                        name: "FK_TrailerEvidence_Trailers_TrailerId",
                        column: x => x.TrailerId,
                        principalTable: "Trailers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "EvidenceCards");

            migrationBuilder.DropTable(
                name: "EvidenceHeads");

            migrationBuilder.DropTable(
                name: "TrailerEvidence");

            migrationBuilder.DropColumn(
                name: "IntervalsByUse",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "RepackCounted",
                table: "Settings");
        }
    }
}
